import { putBox } from '../put'
import type { Kind } from '../kind'

export const carrier: Kind<'carrier'> = {
  kind: 'carrier',
  title: 'Carrier',
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
