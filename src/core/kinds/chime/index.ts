import type { Kind } from '../kind'
import { NOWHERE } from '../nowhere'
import { ranged } from '../../values/ranged'
import { ChimeLook } from './look'
import { MOMENTS_THAT, momentKind } from '../../moments'
import { asSentence, said } from '../../../words/words'

/** Is heard each time something happens, and not seen. */
export const chime: Kind<'chime'> = {
  kind: 'chime',
  title: 'kinds.soundEachTime',
  icon: 'bell',
  swatch: {
    colour: '#e7d9e2',
    pattern: 'radial-gradient(circle at 4px 5px, #2b211840 1.6px, #0000 2px)',
    tile: '12px 10px',
  },
  pulls: 'none',
  lies: 'nowhere',
  content: ['media', 'variants'],
  fields: ranged(ChimeLook, [
    {
      path: 'at',
      label: 'values.plays',
      type: 'choice',
      options: [
        ...MOMENTS_THAT.areChimed.map((kind) => ({
          value: kind,
          label: said('values.atEvery', asSentence(momentKind({ kind }).counted[0])),
        })),
        { value: 'arrives', label: 'values.asSomethingComes' },
        { value: 'moves', label: 'values.asSomethingMoves' },
        { value: 'leaves', label: 'values.asSomethingGoes' },
      ],
    },
    { path: 'of', label: 'values.element', when: ['at', 'arrives', 'moves', 'leaves'], type: 'element' },
    { path: 'levelDb', label: 'values.level', type: 'level', digits: 1, keyed: false },
    { path: 'duckDb', label: 'values.lowerUnderSpeechBy', type: 'level', digits: 1, keyed: false },
    { path: 'chance', label: 'values.randomOrder', type: 'count', keyed: false },
    { path: 'variants', label: 'values.variants', type: 'count', keyed: false, inPanel: false },
    { path: 'muted', label: 'values.muted', type: 'tick' },
  ]),
  size: () => ({ w: 0, h: 0 }),
  draw: () => [],
  added: { with: 'chime', spotless: true },
  fresh: () => ({ ...NOWHERE, look: ChimeLook.parse({ kind: 'chime', media: '' }) }),
  roles: { chimes: ({ look }) => look },
}
