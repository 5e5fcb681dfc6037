import type { HouseStyle, StyleValue } from '../lesson/style'

type Looks = HouseStyle['looks']
interface Manner {
  corner: number
  shadow: StyleValue
  /** How far a hand is off; 0 for what is drawn exactly. */
  rough: number
  /** How thick the rim of a panel is; 0: it has none. */
  rimPx: number
  /** The sizes of a name, of what is read, of what is said in passing. */
  sizes: { heading: number; text: number; label: number }
}

/** The looks of what ready things are made of, by what it is there for: the same names in every style. */
export const rolesOf = ({ corner, shadow, rough, rimPx, sizes }: Manner): Looks => {
  const bare = { 'look.box': null, 'look.outline': null, 'look.shadow': null, 'look.padding': 0, shadow: null }
  const panel = {
    'look.outline': rimPx > 0 ? '@ink' : null,
    'look.outlinePx': rimPx,
    'look.rough': rough,
  }
  return {
    'shape/panel': { 'look.fill': '@paper', 'look.corner': corner, ...panel, shadow },
    'shape/block': {
      'look.fill': '@accent',
      'look.outline': null,
      'look.corner': Math.min(corner, 6),
      'look.rough': 0,
      shadow: null,
    },
    'shape/ground': { 'look.fill': '@ground', 'look.outline': null, 'look.corner': 0, 'look.rough': 0, shadow: null },
    'text/heading': { 'look.face': '@heading', 'look.face.size': sizes.heading, 'look.ink': '@ink', ...bare },
    'text/title': { 'look.face': '@heading', 'look.face.size': sizes.heading * 2, 'look.ink': '@onGround', ...bare },
    'text/subtitle': { 'look.face': '@label', 'look.face.size': sizes.text, 'look.ink': '@onGround', ...bare },
    'text/plain': { 'look.face': '@text', 'look.face.size': sizes.text, 'look.ink': '@ink', ...bare },
    'text/label': { 'look.face': '@label', 'look.face.size': sizes.label, 'look.ink': '@quiet', ...bare },
    'counter/plain': {
      'look.face': '@label',
      'look.face.size': sizes.text,
      'look.ink': '@ink',
      'look.outline': null,
      'look.outlinePx': 0,
    },
    'counter/large': {
      'look.face': '@heading',
      'look.face.size': sizes.heading * 1.6,
      'look.ink': '@ink',
      'look.outline': null,
      'look.outlinePx': 0,
    },
    'bar/track': { 'look.fill': '@accent', 'look.unfilled': '@quiet/25', 'look.corner': 40 },
    'callout/label': {
      'look.face': '@label',
      'look.face.size': sizes.label,
      'look.fill': '@accent',
      'look.ink': '@onAccent',
      'look.outline': null,
      'look.outlinePx': 0,
      'look.corner': corner / 2,
      'look.padding': sizes.label * 0.5,
      'look.lead': 'line',
      'look.line': '@accent',
      'look.linePx': 3,
      'look.dotPx': 12,
      'look.halo': '@paper',
      'look.strip': null,
      'look.rough': 0,
      shadow: null,
    },
  }
}
