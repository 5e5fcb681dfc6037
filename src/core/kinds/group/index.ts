import { putBox } from '../put'
import type { Kind } from '../kind'

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
  fields: [
    { path: 'mask', label: 'Seen only within its box', type: 'tick' },
    { path: 'asOne', label: 'Stacked and faded as one', type: 'tick' },
  ],
  size: (e) => ({ w: e.width, h: e.height }),
  draw: () => [],
  fresh: (lesson) => ({
    space: 'fixed',
    width: 120 * (lesson.frame.height / 1080),
    height: 120 * (lesson.frame.height / 1080),
    look: { kind: 'group', asOne: true, mask: false },
  }),
}
