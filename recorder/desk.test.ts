import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { readTrace } from '@/core/trace'
import { frameTimes } from '@/server/media/probe'
import { recordDesk } from './desk'

test('a made-up desk is recorded with a place for each frame in which its pointer is shown', async () => {
  const dir = mkdtempSync(path.join(tmpdir(), 'vane-desk-'))
  try {
    const [video, trace] = [path.join(dir, 'd.mp4'), path.join(dir, 'd.jsonl')]
    await recordDesk(
      {
        width: 320,
        height: 180,
        fps: 10,
        seconds: 9,
        seed: 4,
        pointerPx: 16,
        light: true,
        darkScreen: false,
        crf: 23,
        uneven: false,
        wobble: 0,
      },
      video,
      trace,
    )
    const read = readTrace(readFileSync(trace, 'utf8'))
    if ('error' in read) throw new Error(read.error)
    const moves = read.trace.events.filter((e) => e.type === 'pointermove')
    const times = await frameTimes(video)
    expect(moves.length).toBeGreaterThan(60)
    expect(moves.length).toBeLessThanOrEqual(times!.count)
    expect(moves.every((e) => e.x >= 0 && e.y >= 0 && e.x < 320 && e.y < 180)).toBe(true)
    expect(read.trace.events.some((e) => e.type === 'pointerdown')).toBe(true)
  } finally {
    rmSync(dir, { recursive: true, force: true })
  }
})
