import { putBox } from '../put'
import type { Kind } from '../kind'

export const carrier: Kind<'carrier'> = {
  kind: 'carrier',
  title: 'Carrier',
  icon: 'truck',
  swatch: { colour: '#e6d4c2', pattern: 'repeating-linear-gradient(90deg, #2b211830 0 3px, #0000 3px 9px)' },
  pulls: 'both',
  drawn: true,
  put: (e, spot) => putBox(e, spot, carrier.size(e)),
  unseen: true,
  fields: [],
  size: (e) => ({ w: e.width, h: e.height }),
  draw: () => [],
  fresh: (lesson) => ({
    space: 'picture',
    width: 120 * (lesson.frame.height / 1080),
    height: 120 * (lesson.frame.height / 1080),
    look: { kind: 'carrier' },
  }),
}
