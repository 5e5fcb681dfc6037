export { Edit, EDITS, namedBy, registered, Id, inOne, make, readEdit, type Deed, type Given } from './act'
export type { Caught, Here, Stance, Values } from './args'
export * from './edit'
export * from './unfit'
export * from './chosen'
export * from './changes'
export * from './elements'
export { splitElements } from './cutting'
export { MediumArg } from './args'
export { withElement } from './plain'
export * from './arranging'
export { draggedBar, type BarDrag, type BarPart } from './barDrag'
export { draggedClip, type ClipDrag, type ClipPart } from './clipDrag'
export { draggedMove, type MovePart, type NotchDrag } from './notchDrag'
export { beginTogether } from './beginTogether'
export * from './grouping'
export * from './leastHiding'
export * from './onScreen'
export * from './clips'
export { cropIsKeyed, outlineAs, setCrop } from './cropping'
export * from './clipwork'
export * from './cutOut'
export { cutLoose, followCopy, likeFirst, type CopiedPart } from './copying'
export * from './patches'
export { cutByFile, replaceFile } from './replacing'
export { nearTie } from './nearTie'
export { settleMove } from './settling'
export * from './reading'
export { speakAnew } from './speakAnew'
export {
  lostWords,
  moveWordEdge,
  setSpeech,
  settleOtherwise,
  speakScript,
  takeAnew,
  SpokenWords,
  type LostWord,
} from './speaking'
export { rewrite } from './rewriting'
export { layChime } from './chiming'
export * from './languages'
export {
  hearCleaned,
  layUnder,
  loopToEnd,
  lowerBetween,
  phraseAt,
  setLevelAt,
  shiftLevel,
  switchCleaned,
  tightenPauses,
} from './soundwork'
export { whensOf } from './walk'
export { fillLikeBar } from './uncovering'
export * from './lesson'
export * from './bringIn'
export * from './adding'
export * from './shaping'
export * from './styling'
export { alwaysFrom } from './always'
export * from './moveEdges'
export * from './posing'
export * from './repoint'
export * from './keys'
export * from './riding'
export * from './stagger'
export * from './placing'
export * from './following'
export * from './pinning'
export * from './pasting'
export { scrollOn, scrollTo, stopsOf, tallness } from './scrolling'
export * from './ready'
export { runsAt } from './standing'
export { inPart, lessonAt, placeLesson, within } from './parts'
