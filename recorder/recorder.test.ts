import { lendOutATool, LINES, SECONDS } from '../demo/script'
import { momentsOf } from '@/core/moments'
import { readTrace, writeTrace } from '@/core/trace'
import { readCaptions } from '@/core/voice'
import { captionsOf, wavFile } from './narrator'
import { handPath } from './pointer'
import { random } from './random'

test('the same seed plays the same session, to the frame and the event', () => {
  const a = lendOutATool(7)
  const b = lendOutATool(7)
  expect(a.events).toEqual(b.events)
  expect(a.frames).toEqual(b.frames)
  expect(lendOutATool(8).events).not.toEqual(a.events)
})
test('the session lasts as long as its script, its trace can be read, and every click knows what it hit', () => {
  const s = lendOutATool(7)
  expect(s.frames).toHaveLength(SECONDS * 30)
  const read = readTrace(writeTrace({ width: 1920, height: 1080, events: s.events }))
  if ('error' in read) throw new Error(read.error)
  const clicks = momentsOf(read.trace, 'm').filter((m) => m.kind === 'click')
  expect(clicks.map((c) => c.label)).toEqual(
    [
      'Search box',
      'Cordless drill, 18 V',
      'Lend out',
      'Member field',
      'Odile Marsh',
      '1 week',
      'Confirm',
      'Send by mail',
      'Done',
    ].map((l) => `click on ${l}`),
  )
  for (const c of clicks) {
    const [x, y, w, h] = c.rect!
    expect(c.at!.x >= x && c.at!.x < x + w && c.at!.y >= y && c.at!.y < y + h).toBe(true)
    expect(s.frames[Math.round((c.fromUs / 1e6) * 30)]!.pressed).not.toBeNull()
    expect(s.frames[Math.round((c.fromUs / 1e6) * 30) - 1]!.pressed).toBeNull()
  }
})
test('the hand starts slowly, is fast in the middle, and ends on its target', () => {
  const path = handPath({ x: 0, y: 0 }, { x: 900, y: 0 }, 30, random(3))
  expect(path.at(-1)).toEqual({ x: 900, y: 0 })
  const steps = path.map((p, i) => Math.hypot(p.x - (path[i - 1]?.x ?? 0), p.y - (path[i - 1]?.y ?? 0)))
  const peak = steps.indexOf(Math.max(...steps))
  expect(steps[0]).toBeLessThan(Math.max(...steps) / 8)
  expect(peak).toBeGreaterThan(path.length * 0.2)
  expect(Math.max(...path.map((p) => p.x))).toBeGreaterThan(900)
})
test('what is spoken is written as captions that read back to the same words and times, and as a WAV', () => {
  const words = [
    { text: 'Open', from: 0.6, to: 0.9 },
    { text: 'it.', from: 1.0, to: 1.2 },
    { text: 'Done.', from: 7.7, to: 8 },
  ]
  const read = readCaptions(captionsOf(LINES.slice(0, 2), words), 'v')
  expect('words' in read && read.words.map((w) => [w.text, w.fromUs])).toEqual([
    ['Open', 600_000],
    ['it.', 1_000_000],
    ['Done.', 7_700_000],
  ])
  const wav = wavFile({ rate: 22050, samples: new Int16Array(100) })
  expect([wav.length, wav.toString('latin1', 0, 4), wav.readUInt32LE(24)]).toEqual([244, 'RIFF', 22050])
})
