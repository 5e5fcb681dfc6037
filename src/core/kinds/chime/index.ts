import type { Kind } from '../kind'
import { NOWHERE } from '../nowhere'
import { ranged } from '../ranged'
import { ChimeLook } from './look'
import { MOMENTS_THAT, momentKind } from '../../moments'

/** Is heard each time something happens, and not seen. */
export const chime: Kind<'chime'> = {
  kind: 'chime',
  title: 'Sound each time',
  icon: 'bell',
  swatch: {
    colour: '#e7d9e2',
    pattern: 'radial-gradient(circle at 4px 5px, #2b211840 1.6px, #0000 2px)',
    tile: '12px 10px',
  },
  pulls: 'none',
  whole: true,
  unseen: true,
  spotless: true,
  laid: 'chime',
  onlyKeyed: [],
  medium: (e) => e.look.media,
  sounds: true,
  content: ['media', 'variants'],
  chimes: ({ look }) => look,
  fields: ranged(ChimeLook, [
    {
      path: 'at',
      label: 'Plays',
      type: 'choice',
      options: [
        ...MOMENTS_THAT.areChimed.map((kind) => ({
          value: kind,
          label: `at every ${momentKind({ kind }).counted[0]}`,
        })),
        { value: 'arrives', label: 'as something comes' },
        { value: 'moves', label: 'as something moves' },
        { value: 'leaves', label: 'as something goes' },
      ],
    },
    { path: 'of', label: 'Element', when: ['at', 'arrives', 'moves', 'leaves'], type: 'element' },
    { path: 'levelDb', label: 'Level', type: 'level', digits: 1, keyed: false },
    { path: 'duckDb', label: 'Lower under speech by', type: 'level', digits: 1, keyed: false },
    { path: 'chance', label: 'Random order', type: 'count', keyed: false },
    { path: 'variants', label: 'Variants', type: 'count', keyed: false, inPanel: false },
    { path: 'muted', label: 'Muted', type: 'tick' },
  ]),
  size: () => ({ w: 0, h: 0 }),
  draw: () => [],
  fresh: () => ({ ...NOWHERE, look: ChimeLook.parse({ kind: 'chime', media: '' }) }),
}
