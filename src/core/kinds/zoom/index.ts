import { ZoomLook } from './look'
import { ranged } from '../../values/ranged'
import { fix } from '../../geometry'
import { within } from '../put'
import { ownSize, Kind } from '../kind'

/** Draws nothing: it moves the view. See framing. */
export const zoom: Kind<'zoom'> = {
  kind: 'zoom',
  title: 'kinds.zoom',
  icon: 'scan-search',
  swatch: {
    colour: '#e4dccb',
    pattern:
      'repeating-linear-gradient(45deg, #0000 0 4px, #2b211826 4px 5px), ' +
      'repeating-linear-gradient(135deg, #0000 0 4px, #2b211826 4px 5px)',
  },
  pulls: 'shape',
  lies: 'across',
  fields: ranged(ZoomLook, [
    { path: 'inFrames', label: 'values.zoomsInOver', type: 'frames' },
    { path: 'backFrames', label: 'values.zoomsOutOver', type: 'frames' },
    { path: 'easing', label: 'values.easing', type: 'easing' },
    { path: 'smooth', label: 'values.pullsBackOnLongMoves', type: 'tick' },
  ]),
  size: ownSize,
  draw: () => [],
  added: {
    drawn: true,
    lasts: (_e, fps) => fps * 5,
    put(e, { at, rect, lesson: { frame } }) {
      const half = { x: at.x - frame.width / 4, y: at.y - frame.height / 4, w: frame.width / 2, h: frame.height / 2 }
      const r = rect && rect.w >= 32 ? rect : half
      const w = Math.min(frame.width, Math.max(r.w, (r.h * frame.width) / frame.height, 64))
      const h = (w * frame.height) / frame.width
      const [x, y] = [within(r.x + r.w / 2, w / 2, frame.width), within(r.y + r.h / 2, h / 2, frame.height)]
      // Its proportions are those of the frame, to the letter: a pixel more would show another piece.
      const width = Math.round(w)
      const height = fix((width * frame.height) / frame.width)
      Object.assign(e, { x: Math.round(x), y: Math.round(y), width, height })
    },
  },
  fresh: (lesson) => ({
    space: 'framed',
    width: lesson.frame.width / 2,
    height: lesson.frame.height / 2,
    look: { kind: 'zoom', inFrames: 24, backFrames: 24, easing: 'ease-in-out', smooth: false },
  }),
  roles: { view: (e) => e.look },
}
