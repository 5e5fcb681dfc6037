import { FootageLook } from './look'
import { ranged } from '../../values/ranged'
import { PIXEL_FIELDS, PIXEL_PARTS, workOf } from '../../effects'
import { PLAYED, running } from '../played'
import { fitRect, sourceFrameAt } from '../../lesson/clips'
import { localBox, type Kind, ownSize } from '../kind'

export const footage: Kind<'footage'> = {
  kind: 'footage',
  title: 'kinds.footage',
  icon: 'film',
  swatch: { colour: '#3b4046', pattern: 'none' },
  pulls: 'shape',
  content: PLAYED,
  parts: PIXEL_PARTS,
  fields: ranged(FootageLook, [
    {
      path: 'fit',
      label: 'values.fit',
      type: 'choice',
      options: [
        { value: 'fit', label: 'values.fitsWhole' },
        { value: 'fill', label: 'values.fillsCropped' },
        { value: 'stand', label: 'values.standsAsItIs' },
        { value: 'free', label: 'values.placedFreely' },
      ],
    },
    ...PIXEL_FIELDS,
    { path: 'levelDb', label: 'values.level', type: 'level', digits: 1 },
    { path: 'muted', label: 'values.muted', type: 'tick' },
  ]),
  size: ownSize,
  settle(e, { frame, media }) {
    const { fit } = e.look
    if (fit === 'free') return
    const medium = media[e.look.media]
    const size = { width: medium?.width ?? frame.width, height: medium?.height ?? frame.height }
    const { w, h } = fitRect(fit, size, frame)
    const anchor = { x: 0.5, y: 0.5 }
    Object.assign(e, { x: frame.width / 2, y: frame.height / 2, width: w, height: h, anchor })
  },
  draw(e, frame, span, { lesson }) {
    const { media } = e.look
    const medium = lesson.media[media]
    if (!medium) return []
    const at = { at: span.from, map: e.look }
    const shown = medium.kind === 'picture' ? 0 : sourceFrameAt(at, Math.floor(frame), lesson.rate, medium)
    const source = {
      media,
      frame: shown,
      width: medium.width ?? lesson.frame.width,
      height: medium.height ?? lesson.frame.height,
    }
    const work = workOf(e.look)
    return [{ shapes: [], source, box: localBox(e, { w: e.width, h: e.height }), ...(work && { work }) }]
  },
  added: { with: 'clip' },
  fresh: ({ frame }) => ({
    space: 'framed',
    x: frame.width / 2,
    y: frame.height / 2,
    width: frame.width,
    height: frame.height,
    look: FootageLook.parse({ kind: 'footage', media: '' }),
  }),
  roles: {
    plays: (e) => ({ what: 'footage', medium: e.look.media, ...running(e.look) }),
    keeps: (e) => ({
      to: e.look.fit === 'free' ? null : 'frame',
      by: ['x', 'y', 'width', 'height', 'rotation', 'anchor'],
      letGo() {
        e.look.fit = 'free'
      },
    }),
  },
}
