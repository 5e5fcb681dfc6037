import type { Element, Lesson } from '../lesson/schema'
import { STYLE_FACES, type HouseStyle, type Palette, type PaletteColour, type StyleValue } from '../lesson/style'
import { framesPerSecond } from '../time'
import { Colour, Easing, fits, fitting, isNumber, setAt, valueAt, type Field } from '../values'
import { hundredth } from '../geometry'
import { fieldsOf } from './common'
import { noPassing } from '../lesson/make'
import { kindName } from './looks'
import { kindNamed } from './registry'
import { unitOf } from './unit'

type Frame = Pick<Lesson, 'frame' | 'rate'>
const TOKEN = /^@([a-zA-Z]+)(?:\/(\d{1,3}))?$/
const isFace = (name: string): name is (typeof STYLE_FACES)[number] => (STYLE_FACES as readonly string[]).includes(name)

/** The colours of a style as it is chosen. */
export const paletteOf = (style: HouseStyle): Palette => style.colours[style.variant]

/** A colour as a style says it: `@accent`, `@ink/40`, or itself. */
function colourOf(text: string, palette: Palette): string {
  const [, name, share] = TOKEN.exec(text) ?? []
  const colour = name ? palette[name as PaletteColour] : undefined
  if (!colour) return text
  if (!share) return colour
  const alpha = Math.round((Math.min(100, Number(share)) / 100) * 255)
  return colour.slice(0, 7) + alpha.toString(16).padStart(2, '0')
}

/** The looks that a style has for a kind: its own first. */
export const looksOf = (e: Element, style: HouseStyle): string[] =>
  Object.keys(style.looks)
    .filter((name) => name.split('/')[0] === kindName(e))
    .sort((a, b) => a.length - b.length)
/** A look that a style has for an element: of that name, or the one of its kind. */
const lookNamed = (e: Element, style: HouseStyle, name: string): string =>
  name in style.looks && name.split('/')[0] === kindName(e) ? name : kindName(e)

/**
 * The values that a house style gives an element of its kind, by their paths, for a frame of this size and rate.
 *
 * @returns null where it says nothing about that kind
 */
export function styleValues(e: Element, style: HouseStyle, { frame, rate }: Frame): Map<string, unknown> | null {
  const name = lookNamed(e, style, e.styled ?? kindName(e))
  const look = style.looks[name]
  const passings = style.passings[name]
  if (!look && !passings) return null
  const unit = unitOf(frame)
  const fields = new Map(fieldsOf(e).map((f) => [f.path, f]))
  const palette = paletteOf(style)
  const out = new Map<string, unknown>()
  const valueOf = (path: string, value: StyleValue): unknown => {
    if (typeof value === 'string') return colourOf(value, palette)
    if (typeof value === 'number') {
      const f = fields.get(path)
      if (!f || !isNumber(f)) return value
      const long = f.type === 'px' || f.type === 'across' || f.type === 'down'
      return long ? fitting(f, hundredth(value * unit)) : value
    }
    if (typeof value === 'object' && value !== null) {
      const { colour, dx, dy, blurPx } = value
      return { colour: colourOf(colour, palette), dx: dx * unit, dy: dy * unit, blurPx: blurPx * unit }
    }
    return value
  }
  for (const [path, value] of Object.entries(look ?? {})) {
    const face = typeof value === 'string' ? TOKEN.exec(value)?.[1] : undefined
    if (face && isFace(face) && fields.get(path)?.type === 'font') {
      out.set(`${path}.family`, style.faces[face].family)
      out.set(`${path}.weight`, style.faces[face].weight)
      if (style.faces[face].file) out.set(`${path}.file`, style.faces[face].file)
      continue
    }
    const own = valueOf(path, value)
    const field = fields.get(path)
    if (path === 'shadow' ? typeof own === 'object' && isShadow(own) : field && takes(field, own)) out.set(path, own)
  }
  const k = framesPerSecond(rate) / 30
  for (const which of ['arrival', 'departure'] as const) {
    const passing = passings?.[which]
    if (!passing) continue
    const off = passing.off && { ...passing.off, dx: passing.off.dx * unit, dy: passing.off.dy * unit }
    out.set(which, { ...passing, frames: Math.round(passing.frames * k), ...(off && { off }) })
  }
  return out
}

const alike = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
/** Sets a value of a draft by its path, where its kind has a place for it. */
function put(e: Element, path: string, value: unknown): void {
  const holder = path.includes('.') ? valueAt(e, path.slice(0, path.lastIndexOf('.'))) : e
  if (typeof holder !== 'object' || holder === null) return
  // Another typeface is one that ships, unless it is said where its measures lie.
  if (path.endsWith('.family')) delete (holder as { file?: string }).file
  setAt(e, path, structuredClone(value))
}
/** Whether a style may say this of a field. */
function takes(f: Field, value: unknown): boolean {
  if (isNumber(f)) return typeof value === 'number' && fits(f, value)
  switch (f.type) {
    case 'colour':
      return (value === null && f.optional === true) || Colour.safeParse(value).success
    case 'choice':
      return f.options.some((o) => o.value === value)
    case 'tick':
      return typeof value === 'boolean'
    case 'easing':
      return Easing.safeParse(value).success
    default:
      return false
  }
}
const isShadow = (value: unknown): boolean =>
  value === null || Colour.safeParse((value as { colour?: unknown }).colour).success

/** Lets an element, a draft, look as a house style says; it follows that from then on. */
export function applyStyle(e: Element, style: HouseStyle, frame: Frame, look: string = kindName(e)): void {
  const was = e.styled
  e.styled = look
  const values = styleValues(e, style, frame)
  if (!values) {
    e.styled = was
    return
  }
  for (const [path, value] of values) put(e, path, value)
}
/** The paths of an element that follows a style whose values are not as that says. */
export function differsFrom(e: Element, style: HouseStyle, frame: Frame): string[] {
  if (!e.styled) return []
  return [...(styleValues(e, style, frame) ?? [])].flatMap(([path, value]) =>
    alike(valueAt(e, path), value) ? [] : [path],
  )
}
/** Puts what a style says on an element, a draft, but for the paths that it has as its own. */
export function applyBut(e: Element, style: HouseStyle, frame: Frame, own: readonly string[]): void {
  for (const [path, value] of styleValues(e, style, frame) ?? []) if (!own.includes(path)) put(e, path, value)
}
/** An element, a draft, goes from one style to another: what was as the first one says is as the second one says. */
export function restyle(e: Element, before: HouseStyle | null, after: HouseStyle, frame: Frame): void {
  if (!e.styled) return
  const own = before ? differsFrom(e, before, frame) : []
  const said = before ? [...(styleValues(e, before, frame)?.keys() ?? [])] : []
  const says = styleValues(e, after, frame)
  // What the new one says nothing about is as it would be without a style.
  const plain = says && said.some((path) => !says.has(path)) ? unstyled(e, frame) : null
  if (plain)
    for (const path of said) if (!says!.has(path) && !own.includes(path)) put(e, path, valueAt(plain, path) ?? null)
  applyBut(e, after, frame, own)
}
/** An element of the same kind as it is in a lesson of no style. */
function unstyled(e: Element, { frame }: Frame): object {
  const { look, cornerPx = 0 } = kindNamed(kindName(e)).fresh({ frame, elements: [], media: {} }) as {
    look: object
    cornerPx?: number
  }
  return { look, cornerPx, blurPx: 0, opacity: 1, shadow: null, arrival: noPassing(), departure: noPassing() }
}
