import { putBox } from '../put'
import { ranged } from '../../values/ranged'
import type { Kind } from '../kind'
import { PartLook } from './look'

export const part: Kind<'part'> = {
  kind: 'part',
  title: 'kinds.lesson',
  icon: 'layers',
  swatch: { colour: '#d3dde8', pattern: 'linear-gradient(#2b211822 0 2px, #0000 2px)', tile: '100% 7px' },
  pulls: 'shape',
  laid: 'part',
  content: ['part', 'inFrames', 'toFrame'],
  put: (e, spot) => putBox(e, spot, part.size(e)),
  lesson: ({ look: { part: id, inFrames, toFrame, longer, levelDb, muted } }) => ({
    part: id,
    inFrames,
    toFrame,
    slower: longer === 'slower',
    asks: longer === 'ask',
    levelDb,
    muted,
  }),
  cutOff: (e, frames) => Object.assign(e.look, { inFrames: e.look.inFrames + frames }),
  rerate({ look }, to) {
    if (look.toFrame !== null) look.toFrame = Math.max(1, to(look.toFrame))
  },
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
  size: (e) => ({ w: e.width, h: e.height }),
  draw: () => [],
  fresh: ({ frame }) => ({
    space: 'fixed',
    x: frame.width / 2,
    y: frame.height / 2,
    width: frame.width,
    height: frame.height,
    look: PartLook.parse({ kind: 'part', part: '' }),
  }),
}
