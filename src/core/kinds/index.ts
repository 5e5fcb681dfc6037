export * from './registry'
export * from './traits'
export { asking, lessonIn, type LessonIn } from './lessonIn'
export { arrowBetween, arrowEnds } from './arrow'
export { clicksIn, rippleAt } from './ripple'
export { gone } from './gone'
export {
  localBox,
  type Chimes,
  type Drawn,
  type FrameEdge,
  type ElementOf,
  type Going,
  type Handle,
  type IconName,
  type Kind,
  type Placed,
  type Swatch,
} from './kind'
export { kindName, type ElementKind, type Look } from './looks'
export { commonField, fieldsOf, pointsOf, type PointPaths } from './common'
export { chaptersOver } from './chapters'
export { newElement } from './make'
export { partly } from './partly'
export { applyBut, applyStyle, differsFrom, looksOf, paletteOf, restyle, styleValues } from './styled'
export { within } from './put'
export { unitOf } from './unit'
