import { createCanvas } from '@napi-rs/canvas'
import type { Point } from '@/core/geometry'
import type { TraceEvent } from '@/core/trace'
import { Brush, type Target } from './loanbench/kit'
import { drawScreen, START, type Screen } from './loanbench/screen'
import { handPath } from './pointer'
import { random } from './random'

export interface RecordedFrame {
  screen: Screen
  pointer: Point
  hover: string | null
  pressed: string | null
  cursor: NonNullable<Target['cursor']>
}

/** A scripted use of Loanbench: what the script does becomes frames, and the trace that a recorder would log. */
export class Session {
  readonly frames: RecordedFrame[] = []
  readonly events: TraceEvent[] = []
  private screen: Screen = { ...START }
  private pointer: Point = { x: 1240, y: 860 }
  private pressed: string | null = null
  private targets: Record<string, Target> = {}
  private readonly random: () => number
  private readonly scratch = createCanvas(1920, 1080).getContext('2d')

  constructor(
    seed: number,
    readonly fps = 30,
  ) {
    this.random = random(seed)
    this.look()
    this.events.push({ type: 'pointermove', t: 0, ...this.pointer })
  }

  private get now(): number {
    return Math.round((this.frames.length / this.fps) * 1e6) / 1e6
  }
  private look(): void {
    const brush = new Brush(this.scratch, null, null)
    drawScreen(brush, this.screen)
    this.targets = brush.targets
  }
  private over(): string | null {
    const { x, y } = this.pointer
    const hit = Object.entries(this.targets).filter(([, t]) => x >= t.x && x < t.x + t.w && y >= t.y && y < t.y + t.h)
    return hit.at(-1)?.[0] ?? null
  }
  private frame(): void {
    const hover = this.over()
    const caret = Math.floor(this.frames.length / 16) % 2 === 0
    this.frames.push({
      screen: { ...this.screen, caret },
      pointer: { ...this.pointer },
      hover,
      pressed: this.pressed,
      cursor: (hover && this.targets[hover]?.cursor) || 'arrow',
    })
  }
  private target(id: string): Target & { rect: [number, number, number, number] } {
    const t = this.targets[id]
    if (!t)
      throw new Error(`Loanbench shows nothing called ${id} now; it shows ${Object.keys(this.targets).join(', ')}`)
    return { ...t, rect: [t.x, t.y, t.w, t.h] }
  }

  set(change: Partial<Screen>, what?: { label: string; rect: [number, number, number, number] }): void {
    this.screen = { ...this.screen, ...change }
    this.look()
    if (what) this.events.push({ type: 'screenchange', t: this.now, ...what })
  }
  wait(seconds: number): void {
    for (let n = Math.round(seconds * this.fps); n > 0; n--) this.frame()
  }
  until(seconds: number): void {
    while (this.frames.length < Math.round(seconds * this.fps)) this.frame()
  }
  moveTo(id: string, at = { x: 0.5, y: 0.5 }): void {
    const t = this.target(id)
    this.glide({ x: t.x + t.w * at.x, y: t.y + t.h * at.y })
  }
  glide(to: Point): void {
    for (const p of handPath(this.pointer, { x: Math.round(to.x), y: Math.round(to.y) }, this.fps, this.random)) {
      this.pointer = p
      this.events.push({ type: 'pointermove', t: this.now, x: Math.round(p.x * 10) / 10, y: Math.round(p.y * 10) / 10 })
      this.frame()
    }
  }
  click(id: string, then: () => void): void {
    this.wait(0.2)
    const { label, rect } = this.target(id)
    const at = { ...this.pointer, button: 0, target: { label, rect } }
    this.events.push({ type: 'pointerdown', t: this.now, ...at })
    this.pressed = id
    this.wait(4 / this.fps)
    this.events.push({ type: 'pointerup', t: this.now, ...at })
    this.pressed = null
    then()
  }
  type(text: string, id: string): void {
    const { label, rect } = this.target(id)
    for (const key of text) {
      this.events.push({ type: 'keydown', t: this.now, key, target: { label, rect } })
      this.set({ query: this.screen.query + key })
      this.wait(0.1 + this.random() * 0.11)
    }
  }
  scrollTo(goal: number): void {
    while (Math.abs(goal - this.screen.scroll) > 1) {
      const step = Math.sign(goal - this.screen.scroll) * Math.min(100, Math.abs(goal - this.screen.scroll))
      this.events.push({
        type: 'wheel',
        t: this.now,
        x: Math.round(this.pointer.x),
        y: Math.round(this.pointer.y),
        deltaX: 0,
        deltaY: step,
      })
      const from = this.screen.scroll
      for (let i = 1; i <= 4; i++) {
        this.set({ scroll: from + (step * i) / 4 })
        this.frame()
      }
      this.wait(this.random() * 0.09)
    }
  }
}
