import { element, lessonWithTake, loose, besides } from '../testing/lessons'
import { resolve } from '../timing'
import { framingAt, framingSpeeds } from './index'

const pose = (from: number, to: number, values: Record<string, number>) => ({
  id: `p${from}`,
  start: { on: 'start' as const, frames: from },
  end: { on: 'start' as const, frames: to },
  easing: 'linear' as const,
  values,
  curve: null,
})
function zoomed(change: Parameters<typeof element>[5], look: Record<string, unknown> = {}) {
  const lesson = lessonWithTake()
  const e = element(lesson, 'zoom', 'z', loose(0), loose(300), { width: 960, height: 540, x: 480, y: 270, ...change })
  lesson.elements = besides(lesson, [
    { ...e, look: { ...e.look, inFrames: 0, backFrames: 0, ...look } as typeof e.look },
  ])
  return resolve(lesson)
}

test(
  'a pan across half the take in half a second goes at ' + 'two of the picture’s widths a second; it zooms not at all',
  () => {
    const speeds = framingSpeeds(zoomed({ poses: [pose(100, 115, { x: 1440 })] }), 1, 299)
    expect(Math.max(...speeds.map((s) => s.pan))).toBeCloseTo(2, 1)
    expect(Math.max(...speeds.map((s) => s.zoom))).toBe(0)
    expect(speeds.filter((s) => s.pan > 0).every((s) => s.frame >= 99 && s.frame <= 116)).toBe(true)
  },
)
test(
  'growing twice as large within a second doubles once a ' + 'second, and a short move is not missed between few steps',
  () => {
    const timed = zoomed({ x: 960, y: 540, poses: [pose(100, 130, { width: 480, height: 270 })] })
    expect(Math.max(...framingSpeeds(timed, 1, 299, 300).map((s) => s.zoom))).toBeGreaterThan(0.6)
    expect(Math.max(...framingSpeeds(timed, 1, 299, 4).map((s) => s.zoom))).toBe(
      Math.max(...framingSpeeds(timed, 1, 299, 300).map((s) => s.zoom)),
    )
  },
)
test(
  'a zoom that draws back on long ways begins and ends where ' +
    'another does, and never shows what is outside the take',
  () => {
    const between = (smooth: boolean) => {
      const lesson = lessonWithTake()
      const at = (id: string, from: number, x: number, y: number) => {
        const e = element(lesson, 'zoom', id, loose(from), loose(300), { width: 300, height: 169, x, y })
        return { ...e, look: { ...e.look, inFrames: 40, backFrames: 0, smooth } as typeof e.look }
      }
      lesson.elements = besides(lesson, [at('a', 0, 200, 150), at('b', 100, 1700, 950)])
      const timed = resolve(lesson)
      return [99, 119, 140].map((f) => framingAt(timed, f))
    }
    const [plain, smooth] = [between(false), between(true)]
    expect(smooth[0]).toEqual(plain[0])
    expect(smooth[2]).toEqual(plain[2])
    expect(smooth[1]!.w).toBeGreaterThan(plain[1]!.w * 2)
    for (const v of smooth) expect(v.x >= 0 && v.y >= 0 && v.x + v.w <= 1920.001 && v.y + v.h <= 1080.001).toBe(true)
  },
)

test(
  'a smooth zoom draws back on the long way from one of its ' +
    'views to the next, too, and is at both ends where they are',
  () => {
    const poses = [pose(100, 160, { x: 1800, y: 1012.5 })]
    const still = { x: 120, y: 67.5, width: 240, height: 135 }
    const smooth = zoomed({ ...still, poses }, { smooth: true })
    const plain = zoomed({ ...still, poses }, { smooth: false })
    expect(framingAt(plain, 130).w).toBeCloseTo(240)
    expect(framingAt(smooth, 130).w).toBeGreaterThan(600)
    for (const frame of [100, 160, 200]) expect(framingAt(smooth, frame)).toEqual(framingAt(plain, frame))
  },
)
