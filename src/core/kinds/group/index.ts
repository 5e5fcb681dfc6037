import { putBox } from '../put'
import { localBox, type Kind } from '../kind'
import { roundedBox } from '../outline'
import { ranged } from '../ranged'
import { GroupLook } from './look'
import { unitOf } from '../unit'

export const group: Kind<'group'> = {
  kind: 'group',
  title: 'Group',
  icon: 'group',
  swatch: { colour: '#e6d4c2', pattern: 'repeating-linear-gradient(90deg, #2b211830 0 3px, #0000 3px 9px)' },
  pulls: 'both',
  drawn: true,
  put: (e, spot) => putBox(e, spot, group.size(e)),
  unseen: true,
  carries: (e) => e.look.asOne,
  masks: (e) => e.look.mask,
  fields: ranged(GroupLook, [
    { path: 'mask', label: 'Seen only within its box', type: 'tick' },
    { path: 'asOne', label: 'Stacked and faded as one', type: 'tick' },
    { path: 'ground', label: 'Ground', type: 'colour', optional: true },
    { path: 'border', label: 'Border', type: 'colour', optional: true },
    { path: 'borderPx', label: 'Border width', when: ['border'], type: 'px', digits: 1 },
  ]),
  backing(e) {
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
  },
  size: (e) => ({ w: e.width, h: e.height }),
  draw: () => [],
  fresh: (lesson) => ({
    space: 'fixed',
    width: 120 * unitOf(lesson.frame),
    height: 120 * unitOf(lesson.frame),
    look: GroupLook.parse({ kind: 'group' }),
  }),
}
