import { isConvex, type Point } from '../../geometry'
import { putBox } from '../put'
import { localBox, ownSize, type ElementOf, type Kind } from '../kind'
import type { Carries } from '../roles/carries'
import type { Handle } from '../roles/handles'
import { roundedBox } from '../outline'
import { ranged } from '../../values/ranged'
import { GroupLook } from './look'
import { unitOf } from '../unit'
import { said } from '../../../words/words'

/** Upper left, upper right, lower right, lower left. */
const CORNERS = ['a', 'b', 'c', 'd'] as const

/** Its four corners, where it is brought to them. */
function handlesOf(e: ElementOf<'group'>): Handle[] {
  const { corners } = e.look
  if (!corners) return []
  const box = localBox(e, group.size(e))
  return CORNERS.map((c, i) => ({
    id: `corner-${c}`,
    label: said('values.corner', i + 1),
    act: 'kinds.bring',
    at: { x: box.x + (box.w * corners[`${c}x`]) / 100, y: box.y + (box.h * corners[`${c}y`]) / 100 },
    in: 'own' as const,
    kind: 'spot' as const,
  }))
}

function pulled(e: ElementOf<'group'>, handle: string, local: Point): void {
  const c = CORNERS.find((x) => handle === `corner-${x}`)
  if (!c || !e.look.corners) return
  const box = localBox(e, group.size(e))
  const share = (v: number, from: number, long: number) => Math.round(((v - from) / Math.max(1, long)) * 1e4) / 100
  e.look.corners[`${c}x`] = share(local.x, box.x, box.w)
  e.look.corners[`${c}y`] = share(local.y, box.y, box.h)
}

/** Its ground and its border. */
function backing(e: ElementOf<'group'>): ReturnType<Carries['backing']> {
  const { look, cornerPx } = e
  const box = localBox(e, group.size(e))
  const rim = look.border ? Math.min(look.borderPx, box.w / 2, box.h / 2) : 0
  const inner = { x: box.x + rim / 2, y: box.y + rim / 2, w: box.w - rim, h: box.h - rim }
  return {
    behind: look.ground ? [{ type: 'path', d: roundedBox(box, cornerPx), fill: look.ground }] : [],
    before:
      rim > 0
        ? [
            {
              type: 'path',
              d: roundedBox(inner, Math.max(0, cornerPx - rim / 2)),
              stroke: look.border!,
              lineWidth: rim,
            },
          ]
        : [],
  }
}

function warp(e: ElementOf<'group'>): ReturnType<Carries['warp']> {
  const { corners } = e.look
  if (!corners) return null
  const box = localBox(e, group.size(e))
  const at = (x: number, y: number) => ({ x: box.x + (box.w * x) / 100, y: box.y + (box.h * y) / 100 })
  const quad = CORNERS.map((c) => at(corners[`${c}x`], corners[`${c}y`])) as [Point, Point, Point, Point]
  return isConvex(quad) ? { quad, featherPx: e.look.featherPx } : null
}

export const group: Kind<'group'> = {
  kind: 'group',
  title: 'kinds.group',
  icon: 'group',
  swatch: { colour: '#e6d4c2', pattern: 'repeating-linear-gradient(90deg, #2b211830 0 3px, #0000 3px 9px)' },
  pulls: 'both',
  parts: [
    {
      path: 'corners',
      label: 'values.distortByFourCorners',
      fresh: { ax: 0, ay: 0, bx: 100, by: 0, cx: 100, cy: 100, dx: 0, dy: 100 },
    },
  ],
  fields: ranged(GroupLook, [
    ...CORNERS.flatMap((c, i) =>
      (['x', 'y'] as const).map((axis) => ({
        path: `corners.${c}${axis}`,
        label: said('values.cornerAlong', i + 1, axis),
        when: ['corners'] as const,
        type: 'percent' as const,
        digits: 1,
        inPanel: false as const,
      })),
    ),
    { path: 'featherPx', label: 'values.softEdges', when: ['corners'], type: 'px' },
    { path: 'mask', label: 'values.clipToItsBox', type: 'tick' },
    { path: 'asOne', label: 'values.stackAndFadeAsOne', type: 'tick' },
    { path: 'ground', label: 'values.background', type: 'colour', optional: true },
    { path: 'border', label: 'values.border', type: 'colour', optional: true },
    { path: 'borderPx', label: 'values.borderWidth', when: ['border'], type: 'px', digits: 1 },
  ]),
  size: ownSize,
  draw: () => [],
  added: { drawn: true, put: (e, spot) => putBox(e, spot, group.size(e)) },
  fresh: (lesson) => ({
    space: 'fixed',
    width: 120 * unitOf(lesson.frame),
    height: 120 * unitOf(lesson.frame),
    look: GroupLook.parse({ kind: 'group' }),
  }),
  roles: {
    carries: (e) => ({ asOne: e.look.asOne, masks: e.look.mask, backing: () => backing(e), warp: () => warp(e) }),
    handles: (e) => ({ all: handlesOf(e), pull: (handle, _to, local) => pulled(e, handle, local) }),
  },
}
