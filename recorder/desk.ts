import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { createCanvas, type SKRSContext2D } from '@napi-rs/canvas'
import { writeFile } from 'node:fs/promises'
import { writeTrace, type TraceEvent } from '@/core/trace'
import { registerFonts } from '@/server/render/fonts'
import { handPath } from './pointer'
import { random } from './random'

export type DeskPointer = 'arrow' | 'hand' | 'text' | 'resize'
export interface DeskChoice {
  width: number
  height: number
  fps: number
  seconds: number
  seed: number
  /** Height of the arrow in pixels. */
  pointerPx: number
  /** A light pointer with a dark rim, or a dark one with a light rim. */
  light: boolean
  darkScreen: boolean
  crf: number
  /** Whether frames are left out unevenly, as recorders do that only take what changed. */
  uneven: boolean
  /** Pixels of trembling. */
  wobble: number
}

const ARROW = 'M0 0 L0 17 L4 13.4 L6.8 19.6 L9.6 18.3 L7 12.3 L12.4 12.1 Z'
const HAND =
  'M4 1 Q4 -0.6 5.5 -0.6 Q7 -0.6 7 1 L7 7 L13.4 8.6 Q15 9.2 15 11 L14 18 L6.4 18 L0.6 11.6 Q0.2 10 1.6 9.8 L4 11.2 Z'
const TEXT =
  'M-3 -8.5 L-0.8 -8.5 L0 -7.7 L0.8 -8.5 L3 -8.5 L3 -7.2 L0.7 -7.2 L0.7 7.2 L3 7.2 L3 8.5 L0.8 ' +
  '8.5 L0 7.7 L-0.8 8.5 L-3 8.5 L-3 7.2 L-0.7 7.2 L-0.7 -7.2 L-3 -7.2 Z'
const RESIZE = 'M-9 0 L-4.5 -4 L-4.5 -1.2 L4.5 -1.2 L4.5 -4 L9 0 L4.5 4 L4.5 1.2 L-4.5 1.2 L-4.5 4 Z'
const DRAWN: Record<DeskPointer, { d: string; x: number; y: number }> = {
  arrow: { d: ARROW, x: 0, y: 0 },
  hand: { d: HAND, x: -5.5, y: 0.6 },
  text: { d: TEXT, x: 0, y: 0 },
  resize: { d: RESIZE, x: 0, y: 0 },
}

/** Runs a pen through the M, L and Q of a path. */
function trace(ctx: SKRSContext2D, d: string): void {
  ctx.beginPath()
  for (const [, op, rest] of d.matchAll(/([MLQZ])([^MLQZ]*)/g)) {
    const n = rest!.trim().split(/[ ,]+/).map(Number)
    if (op === 'M') ctx.moveTo(n[0]!, n[1]!)
    else if (op === 'L') ctx.lineTo(n[0]!, n[1]!)
    else if (op === 'Q') ctx.quadraticCurveTo(n[0]!, n[1]!, n[2]!, n[3]!)
    else ctx.closePath()
  }
}
function drawPointer(ctx: SKRSContext2D, kind: DeskPointer, x: number, y: number, scale: number, light: boolean): void {
  const { d, x: ox, y: oy } = DRAWN[kind]
  ctx.save()
  ctx.translate(x, y)
  ctx.scale(scale, scale)
  ctx.translate(ox, oy)
  trace(ctx, d)
  ctx.lineJoin = 'round'
  ctx.lineWidth = 2
  ctx.strokeStyle = light ? '#101418' : '#ffffff'
  ctx.stroke()
  ctx.fillStyle = light ? '#ffffff' : '#101418'
  ctx.fill()
  ctx.restore()
}

const WORDS = 'every tool has a shelf and every shelf keeps a list of what was lent and when it came home again '.split(
  ' ',
)

/** What the desk shows at a time: pages that scroll, a window that is moved, a film in a window, a line being typed. */
interface Scene {
  scroll: number
  windowX: number
  windowY: number
  typed: number
  film: number
  dialog: boolean
}

function drawDesk(ctx: SKRSContext2D, c: DeskChoice, s: Scene, noise: () => number): void {
  const { width: w, height: h } = c
  const [paper, ink, back, bar] = c.darkScreen
    ? ['#1b2126', '#cfd6da', '#10151a', '#2c3944']
    : ['#fdfcf8', '#2a3036', '#9db2ab', '#d8d2c4']
  ctx.fillStyle = back
  ctx.fillRect(0, 0, w, h)
  const pane = { x: w * 0.06, y: h * 0.1, w: w * 0.42, h: h * 0.8 }
  ctx.save()
  ctx.beginPath()
  ctx.rect(pane.x, pane.y, pane.w, pane.h)
  ctx.clip()
  ctx.fillStyle = paper
  ctx.fillRect(pane.x, pane.y, pane.w, pane.h)
  ctx.fillStyle = ink
  ctx.font = '15px "Source Sans 3", sans-serif'
  for (let line = 0; line < 80; line++) {
    const y = pane.y + 24 + line * 22 - s.scroll
    if (y < pane.y - 20 || y > pane.y + pane.h + 20) continue
    if (line % 9 === 4) {
      ctx.fillStyle = bar
      ctx.fillRect(pane.x + 14, y - 14, pane.w * (0.3 + ((line * 7) % 5) * 0.1), 18)
      ctx.fillStyle = ink
      continue
    }
    ctx.fillText(
      Array.from({ length: 9 }, (_, i) => WORDS[(line * 5 + i * 3) % WORDS.length]).join(' '),
      pane.x + 14,
      y,
    )
  }
  ctx.restore()
  ctx.fillStyle = paper
  ctx.fillRect(w * 0.55, h * 0.72, w * 0.38, 34)
  ctx.fillStyle = ink
  ctx.fillText('several hammers and one long saw for saturday'.slice(0, s.typed), w * 0.55 + 10, h * 0.72 + 22)
  if (s.typed > 0)
    ctx.fillRect(
      w * 0.55 + 11 + ctx.measureText('several hammers and one long saw for saturday'.slice(0, s.typed)).width,
      h * 0.72 + 8,
      2,
      18,
    )
  if (s.film > 0) {
    const film = ctx.createLinearGradient(w * 0.6, h * 0.15, w * 0.9, h * 0.45)
    film.addColorStop(0, `hsl(${s.film * 7} 40% 45%)`)
    film.addColorStop(1, `hsl(${s.film * 5 + 90} 50% 30%)`)
    ctx.fillStyle = film
    ctx.fillRect(w * 0.6, h * 0.14, w * 0.32, h * 0.32)
    for (let i = 0; i < 60; i++) {
      ctx.fillStyle = `rgba(255,255,255,${0.3 * noise()})`
      ctx.fillRect(w * (0.6 + 0.3 * noise()), h * (0.14 + 0.3 * noise()), 12, 9)
    }
  }
  ctx.fillStyle = bar
  ctx.fillRect(s.windowX, s.windowY, w * 0.26, 28)
  ctx.fillStyle = paper
  ctx.fillRect(s.windowX, s.windowY + 28, w * 0.26, h * 0.2)
  ctx.fillStyle = ink
  ctx.fillText('Shelf 7', s.windowX + 10, s.windowY + 19)
  for (let i = 0; i < 4; i++)
    ctx.fillText(WORDS.slice(i * 4, i * 4 + 5).join(' '), s.windowX + 10, s.windowY + 54 + i * 24)
  if (!s.dialog) return
  ctx.fillStyle = paper
  ctx.fillRect(w * 0.35, h * 0.35, w * 0.3, h * 0.26)
  ctx.fillStyle = bar
  ctx.fillRect(w * 0.52, h * 0.53, w * 0.1, 30)
  ctx.fillStyle = ink
  ctx.fillText('Is it back on its shelf?', w * 0.37, h * 0.42)
}

/**
 * Records a made-up desk in use, with its true trace: a `pointermove` for each frame in which the pointer is on the
 * screen and shown, and each press of its button.
 */
export async function recordDesk(c: DeskChoice, video: string, file: string): Promise<void> {
  registerFonts()
  const chance = random(c.seed)
  const noise = random(c.seed + 1)
  const { width: w, height: h } = c
  const canvas = createCanvas(w, h)
  const ctx = canvas.getContext('2d')
  const scene: Scene = { scroll: 0, windowX: w * 0.62, windowY: h * 0.5, typed: 0, film: 0, dialog: false }
  let at = { x: w * 0.5, y: h * 0.5 }
  let shown = true
  const events: TraceEvent[] = []
  const uneven = c.uneven ? "select='not(mod(n*7+floor(n/11),5)*not(mod(n,3)))'," : ''
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
      `${w}x${h}`,
      '-r',
      String(c.fps),
      '-i',
      'pipe:0',
      '-vf',
      `${uneven}scale=out_color_matrix=bt709:out_range=tv,format=yuv420p`,
      '-fps_mode',
      'vfr',
      '-enc_time_base',
      '-1',
      '-video_track_timescale',
      '90000',
      '-c:v',
      'libx264',
      '-preset',
      'veryfast',
      '-crf',
      String(c.crf),
      video,
    ],
    { stdio: ['pipe', 'ignore', 'inherit'] },
  )
  const ended = once(encoder, 'close') as Promise<[number | null]>
  const scale = c.pointerPx / 20
  let n = 0
  const kindAt = (x: number, y: number): DeskPointer => {
    if (y > h * 0.72 && y < h * 0.72 + 34 && x > w * 0.55 && x < w * 0.93) return 'text'
    if (Math.abs(x - w * 0.48) < 12 && y > h * 0.1 && y < h * 0.9) return 'resize'
    return x > w * 0.06 && x < w * 0.2 && y > h * 0.1 && y < h * 0.5 ? 'hand' : 'arrow'
  }
  const frame = async () => {
    drawDesk(ctx, c, scene, noise)
    const x = at.x + (c.wobble ? Math.round((chance() - 0.5) * 2 * c.wobble) : 0)
    const y = at.y + (c.wobble ? Math.round((chance() - 0.5) * 2 * c.wobble) : 0)
    if (shown) drawPointer(ctx, kindAt(x, y), Math.round(x), Math.round(y), scale, c.light)
    if (shown && x >= 0 && y >= 0 && x < w && y < h)
      events.push({ type: 'pointermove', t: n / c.fps, x: Math.round(x), y: Math.round(y) })
    if (!encoder.stdin.write(Buffer.from(canvas.data()))) await once(encoder.stdin, 'drain')
    n++
    if (scene.film > 0) scene.film++
  }
  const rest = async (seconds: number) => {
    for (let i = Math.round(seconds * c.fps); i > 0; i--) await frame()
  }
  const glide = async (x: number, y: number, each?: (dx: number, dy: number) => void) => {
    for (const p of handPath(at, { x: Math.round(x), y: Math.round(y) }, c.fps, chance)) {
      each?.(p.x - at.x, p.y - at.y)
      at = p
      await frame()
    }
  }
  const button = (type: 'pointerdown' | 'pointerup') => {
    events.push({ type, t: n / c.fps, x: Math.round(at.x), y: Math.round(at.y), button: 0 })
  }
  const press = async (then: () => void) => {
    await rest(0.2)
    button('pointerdown')
    await rest(0.12)
    button('pointerup')
    then()
    await rest(0.3)
  }
  for (let turn = 0; n < c.seconds * c.fps; turn++) {
    const spot = { x: w * (0.05 + 0.9 * chance()), y: h * (0.06 + 0.88 * chance()) }
    switch (turn % 9) {
      case 0:
      case 4:
        await glide(spot.x, spot.y)
        await rest(0.3 + chance())
        break
      case 1:
        await glide(w * (0.1 + 0.3 * chance()), h * (0.2 + 0.4 * chance()))
        for (let i = 0; i < 30; i++) {
          scene.scroll = (scene.scroll + 11) % 500
          await frame()
        }
        break
      case 2: {
        await glide(w * (0.6 + 0.2 * chance()), h * 0.72 + 17)
        await press(() => {})
        shown = chance() > 0.5
        for (scene.typed = 0; scene.typed < 24; scene.typed++) await rest(0.09)
        shown = true
        break
      }
      case 3: {
        await glide(scene.windowX + 60, scene.windowY + 14)
        await rest(0.1)
        button('pointerdown')
        await glide(w * (0.5 + 0.25 * chance()), h * (0.2 + 0.3 * chance()), (dx, dy) => {
          scene.windowX += dx
          scene.windowY += dy
        })
        button('pointerup')
        break
      }
      case 5:
        scene.film = 1
        await glide(w * (0.65 + 0.2 * chance()), h * 0.3)
        await rest(1.2)
        await glide(spot.x, spot.y)
        scene.film = 0
        break
      case 6:
        await glide(w * (0.1 + 0.3 * chance()), h * (0.2 + 0.5 * chance()))
        await press(() => {
          scene.dialog = true
        })
        await glide(w * 0.57, h * 0.55)
        await press(() => {
          scene.dialog = false
        })
        break
      case 7:
        await glide(w + 60, h * chance())
        await rest(0.8)
        await glide(w * 0.8, h * chance())
        break
      case 8:
        shown = false
        await rest(1.5)
        shown = true
        await glide(w * 0.48, h * (0.2 + 0.6 * chance()))
        await rest(0.4)
        break
    }
  }
  encoder.stdin.end()
  const [code] = await ended
  if (code !== 0) throw new Error(`ffmpeg ended with ${code}; the recording was not written.`)
  await writeFile(file, writeTrace({ width: w, height: h, events }))
}
