import type { Shape, Window } from '../../display'
import { fix, grown } from '../../geometry'
import { localBox, type ElementOf, type Kind, ownSize } from '../kind'
import { roundedBox, roundedHole } from '../outline'
import { putBox } from '../put'
import { ranged } from '../../values/ranged'
import { unitOf } from '../unit'
import { DeviceLook } from './look'

type Form = DeviceLook['form']
/** Width by height of a screen of each form, and of the whole by the screen's width: around it, below it. */
const FORMS: Record<Form, { shape: number; rim: number; chin: number; foot: number; corner: number; hole: number }> = {
  monitor: { shape: 16 / 9, rim: 0.018, chin: 0.018, foot: 0.16, corner: 0.014, hole: 0.004 },
  laptop: { shape: 16 / 10, rim: 0.022, chin: 0.022, foot: 0.062, corner: 0.02, hole: 0.004 },
  tablet: { shape: 4 / 3, rim: 0.045, chin: 0.045, foot: 0, corner: 0.045, hole: 0.012 },
  phone: { shape: 9 / 19, rim: 0.05, chin: 0.05, foot: 0, corner: 0.15, hole: 0.105 },
}
/** How high a device is that is so wide. */
export const deviceHeight = (form: Form, width: number): number => {
  const { shape, rim, chin, foot } = FORMS[form]
  const screen = width / (1 + 2 * rim + (form === 'laptop' ? 0.22 : 0))
  return screen / shape + screen * (rim + chin + foot)
}
/** Where the screen of a device is, in its own pixels. */
export function screenOf(e: ElementOf<'device'>): Window {
  const { shape, rim, hole } = FORMS[e.look.form]
  const box = localBox(e, { w: e.width, h: e.height })
  const w = box.w / (1 + 2 * rim + (e.look.form === 'laptop' ? 0.22 : 0))
  return {
    x: box.x + (box.w - w) / 2,
    y: box.y + w * rim,
    w,
    h: Math.min(w / shape, box.h - w * rim),
    corner: w * hole,
  }
}

function draw(e: ElementOf<'device'>): Shape[] {
  const { look } = e
  const { rim, chin, corner, foot } = FORMS[look.form]
  const screen = screenOf(e)
  const k = screen.w
  const body = { x: screen.x - k * rim, y: screen.y - k * rim, w: k * (1 + 2 * rim), h: screen.h + k * (rim + chin) }
  const hole = roundedHole(screen, screen.corner ?? 0)
  const shapes: Shape[] = []
  const bottom = body.y + body.h
  const mid = screen.x + k / 2
  if (look.form === 'monitor') {
    const neck = k * 0.11
    const n = (v: number) => fix(v)
    shapes.push({
      type: 'path',
      d:
        `M${n(mid - neck)} ${n(bottom - 1)} H${n(mid + neck)} ` +
        `L${n(mid + neck * 1.25)} ${n(bottom + k * foot * 0.86)} ` +
        `H${n(mid - neck * 1.25)} Z`,
      fill: look.rim,
    })
    const plate = { x: mid - k * 0.2, y: bottom + k * foot * 0.84, w: k * 0.4, h: k * foot * 0.16 }
    shapes.push({ type: 'path', d: roundedBox(plate, k * 0.008), fill: look.body })
  }
  if (look.form === 'laptop') {
    const plate = { x: screen.x - k * 0.13, y: bottom - k * 0.004, w: k * 1.26, h: k * foot }
    shapes.push({ type: 'path', d: roundedBox(plate, k * 0.026), fill: look.rim })
    const lip = { x: mid - k * 0.09, y: plate.y, w: k * 0.18, h: k * foot * 0.3 }
    shapes.push({ type: 'path', d: roundedBox(lip, k * 0.01), fill: look.body })
  }
  shapes.push({ type: 'path', d: `${roundedBox(body, k * corner)} ${hole}`, fill: look.body })
  if (look.light)
    shapes.push({
      type: 'path',
      d: roundedBox(grown(body, -k * 0.003), k * corner),
      stroke: look.light,
      lineWidth: k * 0.003,
    })
  return shapes
}

export const device: Kind<'device'> = {
  kind: 'device',
  title: 'kinds.screen',
  icon: 'monitor',
  swatch: { colour: '#cfd3d6', pattern: 'repeating-linear-gradient(0deg, #0000 0 9px, #2b211824 9px 10px)' },
  pulls: 'shape',
  fields: ranged(DeviceLook, [
    {
      path: 'form',
      label: 'values.form',
      type: 'choice',
      options: [
        { value: 'monitor', label: 'values.aMonitor' },
        { value: 'laptop', label: 'values.aLaptop' },
        { value: 'tablet', label: 'values.aTablet' },
        { value: 'phone', label: 'values.aPhone' },
      ],
    },
    { path: 'body', label: 'values.body', type: 'colour' },
    { path: 'rim', label: 'values.stand', type: 'colour' },
    { path: 'light', label: 'values.edgeLight', type: 'colour', optional: true },
  ]),
  size: ownSize,
  settle(e) {
    e.height = Math.round(deviceHeight(e.look.form, e.width))
  },
  draw: (e) => [{ shapes: draw(e), box: grown(localBox(e, { w: e.width, h: e.height }), 2) }],
  added: { lasts: (_e, fps) => fps * 6, put: (e, spot) => putBox(e, { ...spot, rect: null }, device.size(e)) },
  fresh: ({ frame }) => {
    const width = Math.round(1180 * unitOf(frame))
    return {
      space: 'fixed',
      width,
      height: Math.round(deviceHeight('monitor', width)),
      look: DeviceLook.parse({ kind: 'device', body: '#23272b', rim: '#8d949a', light: '#4a5157' }),
    }
  },
  roles: { opening: screenOf },
}
