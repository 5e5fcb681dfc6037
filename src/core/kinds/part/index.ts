import { putBox } from '../put'
import { ranged } from '../../values/ranged'
import { ownSize, Kind } from '../kind'
import { PartLook } from './look'

export const part: Kind<'part'> = {
  kind: 'part',
  title: 'kinds.lesson',
  icon: 'layers',
  swatch: { colour: '#d3dde8', pattern: 'linear-gradient(#2b211822 0 2px, #0000 2px)', tile: '100% 7px' },
  pulls: 'shape',
  content: ['part', 'inFrames', 'toFrame'],
  fields: ranged(PartLook, [
    {
      path: 'longer',
      label: 'values.withMoreTime',
      type: 'choice',
      options: [
        { value: 'ask', label: 'values.asksWhatToDo' },
        { value: 'rest', label: 'values.restsAtItsEnd' },
        { value: 'slower', label: 'values.goesSlower' },
      ],
    },
    { path: 'inFrames', label: 'values.skipAtItsStart', type: 'frames', keyed: false },
    { path: 'levelDb', label: 'values.level', type: 'level', digits: 1, keyed: false },
    { path: 'muted', label: 'values.muted', type: 'tick' },
  ]),
  size: ownSize,
  draw: () => [],
  added: { with: 'part', put: (e, spot) => putBox(e, spot, part.size(e)) },
  fresh: ({ frame }) => ({
    space: 'fixed',
    x: frame.width / 2,
    y: frame.height / 2,
    width: frame.width,
    height: frame.height,
    look: PartLook.parse({ kind: 'part', part: '' }),
  }),
  roles: {
    within: ({ look }) => ({
      part: look.part,
      inFrames: look.inFrames,
      toFrame: look.toFrame,
      slower: look.longer === 'slower',
      asks: look.longer === 'ask',
      levelDb: look.levelDb,
      muted: look.muted,
      cutOff(frames) {
        look.inFrames += frames
      },
      rerate(to) {
        if (look.toFrame !== null) look.toFrame = Math.max(1, to(look.toFrame))
      },
    }),
  },
}
