import { CoverLook } from './look'
import { ranged } from '../../values/ranged'
import { putBox } from '../put'
import { localBox, type Kind, ownSize } from '../kind'
import { roundedBox } from '../outline'
import { unitOf } from '../unit'

export const cover: Kind<'cover'> = {
  kind: 'cover',
  title: 'kinds.cover',
  icon: 'eye-off',
  swatch: { colour: '#cdc7bd', pattern: 'conic-gradient(#2b211820 25%, #0000 0 50%, #2b211820 0 75%, #0000 0)' },
  pulls: 'both',
  fields: ranged(CoverLook, [
    {
      path: 'how',
      label: 'values.hideWith',
      type: 'choice',
      options: [
        { value: 'plain', label: 'values.aPlainCover' },
        { value: 'blocks', label: 'values.blocksOfOneColour' },
        { value: 'blur', label: 'values.aBlurSoftensDoesNot' },
      ],
    },
    { path: 'fill', label: 'values.fill', when: ['how', 'plain'], type: 'colour' },
    { path: 'corner', label: 'values.cornerRadius', when: ['how', 'plain'], type: 'px' },
    { path: 'blockPx', label: 'values.blockSize', when: ['how', 'blocks'], type: 'px' },
    { path: 'softPx', label: 'values.blurStrength', when: ['how', 'blur'], type: 'px' },
    { path: 'edgePx', label: 'values.softEdge', when: ['how', 'blur'], type: 'px' },
    { path: 'round', label: 'values.oval', when: ['how', 'blur'], type: 'tick' },
  ]),
  size: ownSize,
  draw(e, _frame, _span, timed) {
    const { look } = e
    const box = localBox(e, cover.size(e))
    if (look.how === 'plain')
      return [{ shapes: [{ type: 'path', d: roundedBox(box, look.corner), fill: look.fill }], box }]
    const line = lineOfText(timed.lesson.frame.height)
    return [
      {
        shapes: [
          {
            type: 'below',
            ...box,
            effect: look.how === 'blur' ? 'blur' : 'blocks',
            px: look.how === 'blur' ? look.softPx : Math.max(look.blockPx, line),
            seed: look.seed,
            ...(look.how === 'blur' &&
              (look.edgePx > 0 || look.round) && { edge: { px: look.edgePx, round: look.round } }),
          },
        ],
        box,
      },
    ]
  },
  added: { drawn: true, put: (e, spot) => putBox(e, spot, cover.size(e)) },
  fresh: (lesson) => {
    const unit = unitOf(lesson.frame)
    return {
      space: 'framed',
      width: 320 * unit,
      height: 56 * unit,
      look: CoverLook.parse({
        kind: 'cover',
        how: 'plain',
        fill: '#2b2118',
        corner: 4 * unit,
        blockPx: Math.max(24, 32 * unit),
        seed: 7,
        softPx: 12 * unit,
      }),
    }
  },
  roles: { below: () => ({ does: 'hide' }) },
}
/** The least height of a block: a line of ordinary text on a screen of this height. */
const lineOfText = (height: number): number => Math.max(24, Math.round(height / 40))
