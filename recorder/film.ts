import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { createCanvas } from '@napi-rs/canvas'
import { writeFile } from 'node:fs/promises'
import { writeTrace } from '@/core/trace'
import { registerFonts } from '@/server/render/fonts'
import { drawPointer } from './cursor'
import { Brush } from './loanbench/kit'
import { drawScreen } from './loanbench/screen'
import type { Session } from './session'

/** Draws every frame of a session and writes the recording (H.264, 1920 × 1080) and its trace. */
export async function film(
  session: Session,
  video: string,
  trace: string,
  onFrame: (done: number, of: number) => void,
): Promise<void> {
  registerFonts()
  const base = createCanvas(1920, 1080)
  const out = createCanvas(1920, 1080)
  const ctx = out.getContext('2d')
  const encoder = spawn(
    'ffmpeg',
    [
      '-v',
      'error',
      '-y',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgba',
      '-s',
      '1920x1080',
      '-r',
      String(session.fps),
      '-i',
      'pipe:0',
      '-vf',
      'scale=out_color_matrix=bt709:out_range=tv,format=yuv420p',
      '-c:v',
      'libx264',
      '-preset',
      'medium',
      '-crf',
      '25',
      '-g',
      String(session.fps),
      '-bf',
      '2',
      '-colorspace',
      'bt709',
      '-color_primaries',
      'bt709',
      '-color_trc',
      'bt709',
      '-color_range',
      'tv',
      '-movflags',
      '+faststart',
      video,
    ],
    { stdio: ['pipe', 'ignore', 'inherit'] },
  )
  const ended = once(encoder, 'close') as Promise<[number | null]>
  let drawn = ''
  for (const [i, f] of session.frames.entries()) {
    const key = JSON.stringify([f.screen, f.hover, f.pressed])
    if (key !== drawn) {
      drawScreen(new Brush(base.getContext('2d'), f.hover, f.pressed), f.screen)
      drawn = key
    }
    ctx.drawImage(base, 0, 0)
    drawPointer(ctx, f.cursor, f.pointer.x, f.pointer.y)
    if (!encoder.stdin.write(Buffer.from(out.data()))) await once(encoder.stdin, 'drain')
    if (i % 30 === 0) onFrame(i, session.frames.length)
  }
  encoder.stdin.end()
  const [code] = await ended
  if (code !== 0) throw new Error(`ffmpeg ended with ${code}; the recording was not written.`)
  await writeFile(trace, writeTrace({ width: 1920, height: 1080, events: session.events }))
}
