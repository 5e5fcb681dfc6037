import type { Element } from '../lesson/schema'
import { arrow } from './arrow'
import { bar } from './bar'
import { callout } from './callout'
import { kindName, type ElementKind } from './looks'
import type { Kind } from './kind'
import { ripple } from './ripple'
import { still } from './still'
import { zoom } from './zoom'
import { text } from './text'
import { shape } from './shape'
import { spotlight } from './spotlight'
import { highlight } from './highlight'
import { cover } from './cover'
import { dim } from './dim'
import { backdrop } from './backdrop'
import { letterbox } from './letterbox'
import { group } from './group'
import { counter } from './counter'
import { gauge } from './gauge'
import { treatment } from './treatment'
import { footage } from './footage'
import { sound } from './sound'
import { badge } from './badge'
import { pointer } from './pointer'
import { part } from './part'
import { chapters } from './chapters'
import { device } from './device'
import { lens } from './lens'
import { icon } from './icon'
import { touch } from './touch'
import { chime } from './chime'

const KINDS: { [K in ElementKind]: Kind<K> } = {
  callout,
  arrow,
  ripple,
  bar,
  zoom,
  text,
  shape,
  still,
  spotlight,
  highlight,
  cover,
  dim,
  backdrop,
  letterbox,
  group,
  pointer,
  badge,
  counter,
  gauge,
  treatment,
  footage,
  sound,
  part,
  chapters,
  device,
  lens,
  icon,
  touch,
  chime,
}
/** The kind of an element, ready to be asked about any element of that kind. */
export const kindOf = (e: Element): Kind<ElementKind> => KINDS[kindName(e)] as unknown as Kind<ElementKind>
export const kindNamed = (kind: ElementKind): Kind<ElementKind> => KINDS[kind] as unknown as Kind<ElementKind>
export const ELEMENT_KINDS = Object.keys(KINDS) as ElementKind[]
/** Those that can be chosen to be added; the others come with a file. */
export const ADDABLE_KINDS = ELEMENT_KINDS.filter((k) => kindNamed(k).added.with === undefined)
