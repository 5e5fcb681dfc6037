export { Edit, EDITS, namedBy, registered, Id, inOne, make, readEdit, type Deed, type Given } from './ground/act'
export type { Caught, Here, Stance, Values } from './ground/args'
export * from './ground/edit'
export * from './ground/unfit'
export * from './ground/chosen'
export * from './ground/changes'
export * from './elements/elements'
export { splitElements } from './elements/cutting'
export { MediumArg } from './ground/args'
export { withElement } from './ground/plain'
export * from './place/arranging'
export { draggedBar, type BarDrag, type BarPart } from './motion/barDrag'
export { draggedClip, type ClipDrag, type ClipPart } from './clips/clipDrag'
export { draggedMove, type MovePart, type NotchDrag } from './motion/notchDrag'
export { beginTogether } from './motion/beginTogether'
export * from './elements/grouping'
export * from './place/leastHiding'
export * from './place/onScreen'
export * from './clips/clips'
export { setRate } from './clips/rate'
export { cropIsKeyed, outlineAs, setCrop } from './place/cropping'
export * from './clips/clipwork'
export * from './clips/cutOut'
export { cutLoose, followCopy, likeFirst, type CopiedPart } from './elements/copying'
export * from './ground/patches'
export { cutByFile, replaceFile } from './clips/replacing'
export { nearTie } from './elements/nearTie'
export { settleMove } from './motion/settling'
export * from './elements/reading'
export { speakAnew } from './sound/speakAnew'
export {
  lostWords,
  moveWordEdge,
  setSpeech,
  settleOtherwise,
  speakScript,
  takeAnew,
  SpokenWords,
  type LostWord,
} from './sound/speaking'
export { rewrite } from './sound/rewriting'
export { layChime } from './sound/chiming'
export * from './lesson/languages'
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
} from './sound/soundwork'
export { whensOf } from './ground/walk'
export { fillLikeBar } from './elements/uncovering'
export * from './lesson/lesson'
export * from './lesson/bringIn'
export * from './lesson/bringInAs'
export * from './elements/adding'
export * from './place/shaping'
export * from './lesson/styling'
export { alwaysFrom } from './lesson/always'
export * from './motion/moveEdges'
export * from './motion/posing'
export * from './motion/ways'
export * from './elements/repoint'
export {
  addKey,
  keyAtPoses,
  keyFrames,
  removeKeys,
  removeMotion,
  removeProperty,
  reverseKeys,
  sameKeys,
  shiftKeys,
  stretchKeys,
  type KeyRef,
} from './motion/keys'
export * from './motion/copiedKeys'
export * from './place/riding'
export * from './motion/stagger'
export * from './place/placing'
export * from './place/following'
export * from './place/pinning'
export * from './elements/pasting'
export { scrollOn, scrollTo, stopsOf, tallness } from './place/scrolling'
export * from './lesson/ready'
export { runsAt } from './ground/standing'
export { inPart, lessonAt, placeLesson, within } from './lesson/parts'
