import { z } from 'zod'
import { Colour } from '../values'
import { TextFace } from '../text/face'
import { Rate } from '../time'
import { Passing } from './passing'

/** The colours of a house style by what they are for. */
export const PARTS_OF_PALETTE = [
  'paper',
  'ink',
  'quiet',
  'accent',
  'onAccent',
  'second',
  'onSecond',
  'ground',
  'onGround',
] as const
export type PaletteColour = (typeof PARTS_OF_PALETTE)[number]
const Palette = z.strictObject({
  /** What boxes are filled with, and what is written on it, firmly and quietly. */
  paper: Colour,
  ink: Colour,
  quiet: Colour,
  /** What is to be seen first, and what is written on it; and the same of a second colour. */
  accent: Colour,
  onAccent: Colour,
  second: Colour,
  onSecond: Colour,
  /** What lies behind all, and what is written on it. */
  ground: Colour,
  onGround: Colour,
})
export type Palette = z.infer<typeof Palette>

export const STYLE_VARIANTS = ['light', 'dark', 'contrast'] as const
export type StyleVariant = (typeof STYLE_VARIANTS)[number]

const StyleFace = TextFace.pick({ family: true, weight: true, file: true })
export const STYLE_FACES = ['text', 'heading', 'label'] as const

/**
 * A value of a look by its path. `@accent` is that colour of the palette, `@ink/40` the same with 40 % of its opacity;
 * for a font, `@heading` is that of the style.
 */
const StyleValue = z.union([
  z.number().min(-1e6).max(1e6),
  z.string().max(200),
  z.boolean(),
  z.null(),
  z.strictObject({ colour: z.string().max(40), dx: z.number(), dy: z.number(), blurPx: z.number().min(0).max(200) }),
])
export type StyleValue = z.infer<typeof StyleValue>

/**
 * What stands in every lesson that follows a style, as it stands in a file, for a frame of this size and rate; what is
 * not sound is passed over.
 */
const Always = z.strictObject({
  frame: z.strictObject({ width: z.number().min(16).max(16_384), height: z.number().min(16).max(16_384) }),
  rate: Rate,
  elements: z.array(z.record(z.string(), z.unknown())).max(40),
  media: z.record(z.string(), z.unknown()),
})
export type Always = z.infer<typeof Always>

/** Colours, type and looks that a team reuses. Lengths are pixels of a frame 1080 high, times frames at 30 a second. */
export const HouseStyle = z.strictObject({
  id: z.string().min(1).max(100),
  name: z.string().min(1).max(80),
  /** Raised with each change. */
  revision: z.number().int().min(1).max(1e9).default(1),
  variant: z.enum(STYLE_VARIANTS).default('light'),
  colours: z.strictObject({ light: Palette, dark: Palette, contrast: Palette }),
  faces: z.strictObject({ text: StyleFace, heading: StyleFace, label: StyleFace }),
  /**
   * By what they are called, the kind's own name or `kind/name`: the values of elements by their paths, `look.fill`.
   */
  looks: z.record(z.string().max(40), z.record(z.string().max(60), StyleValue)),
  passings: z.record(
    z.string().max(40),
    z.strictObject({ arrival: Passing.optional(), departure: Passing.optional() }),
  ),
  always: Always.nullable().default(null),
})
/** Colours, type and looks that a team reuses. */
export type HouseStyle = z.infer<typeof HouseStyle>
