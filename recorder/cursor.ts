import type { SKRSContext2D } from '@napi-rs/canvas'
import type { RecordedFrame } from './session'

/** Draws the pointer with its hot spot at x, y. */
export function drawPointer(ctx: SKRSContext2D, kind: RecordedFrame['cursor'], x: number, y: number): void {
  ctx.save()
  ctx.translate(x, y)
  ctx.lineJoin = 'round'
  ctx.lineCap = 'round'
  ctx.beginPath()
  if (kind === 'text') {
    for (const [width, colour] of [
      [5, '#ffffff'],
      [2.2, '#15201f'],
    ] as const) {
      ctx.beginPath()
      ctx.lineWidth = width
      ctx.strokeStyle = colour
      ctx.moveTo(-5, -13)
      ctx.quadraticCurveTo(0, -13, 0, -10)
      ctx.quadraticCurveTo(0, -13, 5, -13)
      ctx.moveTo(0, -10)
      ctx.lineTo(0, 10)
      ctx.moveTo(-5, 13)
      ctx.quadraticCurveTo(0, 13, 0, 10)
      ctx.quadraticCurveTo(0, 13, 5, 13)
      ctx.stroke()
    }
    ctx.restore()
    return
  }
  if (kind === 'hand') {
    ctx.translate(-9, -1)
    ctx.moveTo(7, 3)
    ctx.quadraticCurveTo(7, 0, 9.5, 0)
    ctx.quadraticCurveTo(12, 0, 12, 3)
    ctx.lineTo(12, 12)
    ctx.lineTo(22, 14.5)
    ctx.quadraticCurveTo(25, 15.5, 25, 19)
    ctx.lineTo(23.5, 28)
    ctx.lineTo(11, 28)
    ctx.lineTo(2, 18.5)
    ctx.quadraticCurveTo(1, 16, 3.5, 15.5)
    ctx.lineTo(7, 18)
    ctx.closePath()
  } else {
    ctx.moveTo(0, 0)
    ctx.lineTo(0, 26)
    ctx.lineTo(6.2, 20.4)
    ctx.lineTo(10.4, 30)
    ctx.lineTo(14.8, 28)
    ctx.lineTo(10.8, 18.8)
    ctx.lineTo(19, 18.4)
    ctx.closePath()
  }
  ctx.shadowColor = 'rgba(0,0,0,0.35)'
  ctx.shadowBlur = 4
  ctx.shadowOffsetY = 1.5
  ctx.fillStyle = '#15201f'
  ctx.fill()
  ctx.shadowColor = 'transparent'
  ctx.lineWidth = 2
  ctx.strokeStyle = '#ffffff'
  ctx.stroke()
  ctx.fill()
  ctx.restore()
}
