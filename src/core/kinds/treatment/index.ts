import type { Shape } from '../../display'
import { fillFrame } from '../fillFrame'
import { localBox, type Kind, ownSize } from '../kind'
import { ranged } from '../../values/ranged'
import { TreatmentLook } from './look'

export const treatment: Kind<'treatment'> = {
  kind: 'treatment',
  title: 'kinds.treatment',
  icon: 'sliders',
  swatch: { colour: '#d8d3e6', pattern: 'linear-gradient(90deg, #0000, #2b211833)' },
  pulls: 'none',
  lies: 'frame',
  content: ['over', 'element'],
  fields: ranged(TreatmentLook, [
    {
      path: 'over',
      label: 'values.appliesTo',
      type: 'choice',
      options: [
        { value: 'below', label: 'values.allThatIsBelowIt' },
        { value: 'track', label: 'values.itsTrackBelowIt' },
        { value: 'element', label: 'values.oneElement' },
      ],
    },
    { path: 'element', label: 'values.element', when: ['over', 'element'], type: 'element' },
    { path: 'exposure', label: 'values.exposure', type: 'percent' },
    { path: 'contrast', label: 'values.contrast', type: 'percent' },
    { path: 'saturation', label: 'values.saturation', type: 'percent' },
    { path: 'warmth', label: 'values.warmth', type: 'percent' },
    { path: 'dim', label: 'values.dimBy', type: 'percent' },
    { path: 'softPx', label: 'values.blurWhatIsBelow', type: 'px', digits: 1 },
  ]),
  size: ownSize,
  settle: fillFrame,
  draw(e) {
    const box = localBox(e, treatment.size(e))
    const { exposure, contrast, saturation, warmth, dim, softPx } = e.look
    const of = (v: number) => v / 100
    const grade = {
      exposure: of(exposure),
      contrast: of(contrast),
      saturation: of(saturation),
      warmth: of(warmth),
      dim: of(dim),
    }
    const shapes: Shape[] = []
    if (softPx > 0) shapes.push({ type: 'below', ...box, effect: 'blur', px: softPx, seed: 1 })
    if (Object.values(grade).some((v) => v !== 0)) shapes.push({ type: 'grade', ...box, grade })
    return shapes.length > 0 ? [{ shapes, box }] : []
  },
  added: { spotless: true, lasts: 'lesson' },
  fresh: ({ frame }) => ({
    space: 'fixed',
    x: frame.width / 2,
    y: frame.height / 2,
    width: frame.width,
    height: frame.height,
    look: TreatmentLook.parse({ kind: 'treatment', contrast: 10, saturation: 10 }),
  }),
  roles: {
    below: ({ look }) => ({
      does: 'treat',
      what: look.over === 'element' ? { element: look.element ?? '' } : look.over,
    }),
  },
}
