import type { SKRSContext2D } from '@napi-rs/canvas'

/** The colours of Loanbench. */
export const C = {
  pine: '#1f4a46',
  pineDark: '#173a37',
  pineLight: '#2e635d',
  mint: '#d9ebe4',
  paper: '#f6f7f4',
  white: '#ffffff',
  line: '#dfe3dd',
  ink: '#1d2b2a',
  soft: '#5f6f6b',
  faint: '#93a09b',
  amber: '#e7a63a',
  amberSoft: '#fbf0d9',
  amberInk: '#7a5310',
  red: '#b94b3c',
  green: '#2f7d55',
  greenSoft: '#dff1e6',
  blueSoft: '#e3edf6',
  shade: 'rgba(18,32,30,0.45)',
}
export interface Target {
  label: string
  x: number
  y: number
  w: number
  h: number
  cursor?: 'arrow' | 'hand' | 'text'
}

/** A brush over a Canvas 2D context that also remembers what can be clicked. */
export class Brush {
  targets: Record<string, Target> = {}
  constructor(
    readonly ctx: SKRSContext2D,
    readonly hover: string | null,
    readonly pressed: string | null,
  ) {}

  rect(x: number, y: number, w: number, h: number, fill: string, radius = 0): void {
    this.ctx.fillStyle = fill
    this.ctx.beginPath()
    this.ctx.roundRect(x, y, w, h, radius)
    this.ctx.fill()
  }
  frame(x: number, y: number, w: number, h: number, stroke: string, radius = 0, width = 1): void {
    this.ctx.strokeStyle = stroke
    this.ctx.lineWidth = width
    this.ctx.beginPath()
    this.ctx.roundRect(x + width / 2, y + width / 2, w - width, h - width, radius)
    this.ctx.stroke()
  }
  line(x1: number, y1: number, x2: number, y2: number, stroke: string, width = 1): void {
    this.ctx.strokeStyle = stroke
    this.ctx.lineWidth = width
    this.ctx.beginPath()
    this.ctx.moveTo(x1, y1)
    this.ctx.lineTo(x2, y2)
    this.ctx.stroke()
  }
  text(
    s: string,
    x: number,
    y: number,
    size: number,
    colour: string = C.ink,
    weight = 400,
    align: 'left' | 'center' | 'right' = 'left',
    family = 'Public Sans',
  ): void {
    this.ctx.font = `${weight} ${size}px "${family}"`
    this.ctx.textAlign = align
    this.ctx.textBaseline = 'alphabetic'
    this.ctx.fillStyle = colour
    this.ctx.fillText(s, x, y)
  }
  width(s: string, size: number, weight = 400): number {
    this.ctx.font = `${weight} ${size}px "Public Sans"`
    return this.ctx.measureText(s).width
  }
  pill(s: string, x: number, y: number, fill: string, ink: string): void {
    const w = this.width(s, 17, 600) + 28
    this.rect(x, y, w, 32, fill, 16)
    this.text(s, x + 14, y + 22, 17, ink, 600)
  }
  target(
    id: string,
    label: string,
    x: number,
    y: number,
    w: number,
    h: number,
    cursor: Target['cursor'] = 'hand',
  ): 'rest' | 'hover' | 'pressed' {
    this.targets[id] = { label, x, y, w, h, cursor }
    return this.pressed === id ? 'pressed' : this.hover === id ? 'hover' : 'rest'
  }
  button(id: string, label: string, x: number, y: number, w: number, h: number, main = false): void {
    const state = this.target(id, label, x, y, w, h)
    const fill = main
      ? { rest: C.pine, hover: C.pineLight, pressed: C.pineDark }[state]
      : { rest: C.white, hover: C.mint, pressed: '#bfdad0' }[state]
    const dy = state === 'pressed' ? 1 : 0
    if (state !== 'pressed') this.rect(x, y + 2, w, h, 'rgba(20,40,38,0.12)', 8)
    this.rect(x, y + dy, w, h, fill, 8)
    if (!main) this.frame(x, y + dy, w, h, C.line, 8, 1.5)
    this.text(label, x + w / 2, y + dy + h / 2 + 7, 20, main ? C.white : C.ink, 600, 'center')
  }
  path(colour: string, width: number, draw: (ctx: SKRSContext2D) => void, fill = false): void {
    this.ctx.save()
    this.ctx.strokeStyle = colour
    this.ctx.fillStyle = colour
    this.ctx.lineWidth = width
    this.ctx.lineCap = 'round'
    this.ctx.lineJoin = 'round'
    this.ctx.beginPath()
    draw(this.ctx)
    if (fill) this.ctx.fill()
    else this.ctx.stroke()
    this.ctx.restore()
  }
}
