import { toast } from 'sonner'
import {
  align,
  cutLoose,
  dissolveGroup,
  distribute,
  equalSizes,
  flip,
  followCopy,
  inOne,
  makeGroup,
  putOnScreen,
  membersOf,
  scrollOn,
  setElements,
  setGroup,
  splitElements,
  type AlignEdge,
  type AlignTo,
  type Standing,
} from '@/core/edits'
import { caught, isTiedTo, momentKind } from '@/core/moments'
import { actHere, editPosed, stanceNow } from '../state/inPose'
import { begin, beginOrEnd, desk, edit, freshId, select, selectAlone, setDesk } from '../state/desk'
import { duplicate } from './clipboard'
import { holds } from '@/core/motion'
import { keepAsReady } from '../ready/keep'
import { keepAsTemplate } from '../ready/keepTemplate'
import { standInEveryLesson } from '../styles/always'
import { has, named, several, type Command } from './command'
import { checkSeam } from './seam'
import { inWords, said } from '../../words/words'

const standingNow = (): Standing => ({ frame: desk().playhead, stance: stanceNow() })
export function alignNow(edge: AlignEdge, to: AlignTo): void {
  editPosed(said('commands.lineUp', named()), align(desk().elements, edge, to, standingNow()))
}
export function distributeNow(axis: 'across' | 'down'): void {
  if (desk().elements.length < 3) {
    toast(inWords('commands.spreadingNeedsThreeElementsOr'))
    return
  }
  editPosed(said('commands.spreadElements'), distribute(desk().elements, axis, standingNow()))
}
export function equalNow(what: 'width' | 'height'): void {
  editPosed(
    said(what === 'width' ? 'commands.equalWidths' : 'commands.equalHeights'),
    equalSizes(desk().elements, what, stanceNow()),
  )
}
const ALIGNS: [AlignEdge, string][] = [
  ['left', inWords('commands.leftEdges')],
  ['centre', inWords('commands.middlesAcross')],
  ['right', inWords('commands.rightEdges')],
  ['top', inWords('commands.topEdges')],
  ['middle', inWords('commands.middlesDown')],
  ['bottom', inWords('commands.bottomEdges')],
]
const all = (is: (e: ReturnType<typeof desk>['lesson']['elements'][number]) => boolean) =>
  desk()
    .lesson.elements.filter((e) => desk().elements.includes(e.id))
    .every(is)
const aid = (change: Partial<ReturnType<typeof desk>['aids']>) => setDesk({ aids: { ...desk().aids, ...change } })

/**
 * What a cut of elements at the playhead hangs on: a chosen moment or word that is right there, else whatever happens
 * on that frame.
 */
const hereExactly = () => {
  const { timed, playhead, moment } = desk()
  const m = moment ? timed.moments.get(moment) : undefined
  return m?.frame === playhead
    ? { moment: m, edge: 'start' as const, frame: playhead }
    : caught(timed.moments.values(), playhead, 0, (x) => !momentKind(x).always && isTiedTo(x))
}

/** What is selected then is what lies under the playhead: the later parts. */
function splitHere(): void {
  const before = new Set(desk().timed.spans.keys())
  if (edit(said('commands.splitNamed', named()), splitElements(desk().elements, desk().playhead, hereExactly())))
    selectAlone([...desk().timed.spans.keys()].filter((id) => !before.has(id)))
  else toast(inWords('commands.thereIsNothingToSplitHere'))
}

/** Whether what is selected is seen through a window. */
const inWindow = () => desk().lesson.elements.some((e) => desk().elements.includes(e.id) && e.rides?.on)
const scroll = (share: number, words: string): void => {
  edit(said('commands.scroll', named(), words), inOne(desk().elements.map((id) => scrollOn(id, share, actHere()))))
}

export const PLACING: Command[] = [
  {
    id: 'keep-template',
    title: inWords('commands.keepThisLessonAsA'),
    group: 'lesson',
    can: () => desk().inside.length === 0,
    run: () => void keepAsTemplate(),
  },
  {
    id: 'check-seam',
    title: inWords('commands.checkThatThePassageOr'),
    group: 'play',
    run: () => void checkSeam(),
  },
  ...ALIGNS.map(([edge, words]): Command => ({
    id: `align-${edge}`,
    title: inWords('commands.lineUpWords', words),
    group: 'place',
    can: has,
    run: () => alignNow(edge, desk().elements.length > 1 ? 'each-other' : 'frame'),
  })),
  {
    id: 'spread-across',
    title: inWords('commands.spreadEvenlyAcross'),
    group: 'place',
    can: several,
    run: () => distributeNow('across'),
  },
  {
    id: 'spread-down',
    title: inWords('commands.spreadEvenlyDown'),
    group: 'place',
    can: several,
    run: () => distributeNow('down'),
  },
  {
    id: 'equal-width',
    title: inWords('commands.asWideAsTheFirst'),
    group: 'place',
    can: several,
    run: () => equalNow('width'),
  },
  {
    id: 'equal-height',
    title: inWords('commands.asTallAsTheFirst'),
    group: 'place',
    can: several,
    run: () => equalNow('height'),
  },
  {
    id: 'flip-across',
    title: inWords('commands.mirrorLeftAndRight'),
    group: 'place',
    can: has,
    run: () => void editPosed(said('commands.mirror', named()), flip(desk().elements, 'across')),
  },
  {
    id: 'flip-down',
    title: inWords('commands.mirrorTopAndBottom'),
    group: 'place',
    can: has,
    run: () => void editPosed(said('commands.mirror', named()), flip(desk().elements, 'down')),
  },
  {
    id: 'group',
    title: inWords('commands.group'),
    group: 'place',
    keys: 'Ctrl+g',
    can: several,
    run: () => {
      const id = freshId('group')
      if (edit(said('commands.groupNamed', named()), makeGroup(desk().elements, id, desk().playhead))) selectAlone([id])
    },
  },
  {
    id: 'ungroup',
    title: inWords('commands.ungroup'),
    group: 'place',
    keys: 'Ctrl+Shift+G',
    can: () => all((e) => holds(e)),
    run: () => {
      const members = desk()
        .elements.flatMap((id) => membersOf(desk().lesson, id))
        .map((e) => e.id)
      if (edit(said('commands.ungroup'), inOne(desk().elements.map((id) => dissolveGroup(id, desk().playhead)))))
        select(members)
    },
  },
  {
    id: 'ready',
    title: inWords('commands.placeAReadyThing'),
    group: 'place',
    keys: 'Shift+A',
    run: () => setDesk({ speed: 0, panel: 'ready' }),
  },
  {
    id: 'keep-ready',
    title: inWords('commands.keepItAsAReady'),
    group: 'place',
    keys: 'Shift+K',
    can: has,
    run: () => void keepAsReady(),
  },
  {
    id: 'in-every-lesson',
    title: inWords('commands.letItStandInEvery'),
    group: 'place',
    can: has,
    run: () => void standInEveryLesson(),
  },
  {
    id: 'duplicate-following',
    title: inWords('commands.duplicateAsCopiesThatFollow'),
    group: 'edit',
    can: has,
    run: () => duplicate(true),
  },
  {
    id: 'follow-first',
    title: inWords('commands.letTheOthersBeCopies'),
    group: 'edit',
    can: several,
    run: () => {
      const [first, ...rest] = desk().elements
      edit(said('commands.followTheFirst', rest.length), followCopy(rest, first!, ['motion', 'look', 'timing']))
    },
  },
  {
    id: 'cut-loose',
    title: inWords('commands.cutLooseFromWhatIt'),
    group: 'edit',
    can: () => desk().lesson.elements.some((e) => desk().elements.includes(e.id) && e.follows),
    run: () => void edit(said('commands.cutLoose', named()), cutLoose(desk().elements)),
  },
  {
    id: 'together',
    title: inWords('commands.takeThemTogetherSelectCut'),
    group: 'place',
    keys: 'Shift+J',
    can: several,
    run: () => void edit(said('commands.takeTogether', named()), setGroup(desk().elements, freshId('together'))),
  },
  {
    id: 'part',
    title: inWords('common.unlinkClips'),
    group: 'place',
    can: () => desk().lesson.elements.some((e) => desk().elements.includes(e.id) && e.group),
    run: () => void edit(said('common.unlinkClips'), setGroup(desk().elements, null)),
  },
  {
    id: 'window',
    title: inWords('commands.showItWithinAWindow'),
    group: 'place',
    keys: 'Shift+I',
    can: has,
    run: () => begin({ do: 'window', elements: desk().elements }),
  },
  ...(['monitor', 'laptop', 'tablet', 'phone'] as const).map((form): Command => ({
    id: `on-${form}`,
    title: inWords('commands.showItOnA', said(`terms.${form}`)),
    group: 'place',
    ...(form === 'laptop' && { keys: 'Shift+D' }),
    can: has,
    run: () => {
      const id = freshId('screen')
      if (
        edit(
          said('commands.showOnA', named(), said(`terms.${form}`)),
          putOnScreen(desk().elements, form, id, desk().playhead),
        )
      )
        select(desk().elements)
    },
  })),
  {
    id: 'lift-out',
    title: inWords('commands.liftAPartOfThe'),
    group: 'place',
    keys: 'Shift+Q',
    run: () => begin({ do: 'lift', as: 'runs' }),
  },
  {
    id: 'lift-still',
    title: inWords('commands.liftAPartOfTheRecording'),
    group: 'place',
    run: () => begin({ do: 'lift', as: 'still' }),
  },
  {
    id: 'scroll-on',
    title: inWords('commands.scrollItOnByA'),
    group: 'place',
    keys: 'Shift+PageDown',
    can: inWindow,
    run: () => scroll(1, 'on'),
  },
  {
    id: 'scroll-back',
    title: inWords('commands.scrollItBackByA'),
    group: 'place',
    keys: 'Shift+PageUp',
    can: inWindow,
    run: () => scroll(-1, 'back'),
  },
  {
    id: 'crop',
    title: inWords('commands.cropOnThePicture'),
    group: 'place',
    keys: 'Shift+R',
    can: has,
    run: () => beginOrEnd({ do: 'crop' }),
  },
  {
    id: 'lock',
    title: inWords('commands.lockOrUnlock'),
    group: 'place',
    keys: 'Shift+L',
    can: has,
    run: () => {
      const on = !all((e) => e.locked)
      edit(
        on ? said('commands.lock', named()) : said('commands.unlock', named()),
        setElements(desk().elements, { locked: on }),
      )
    },
  },
  {
    id: 'hide',
    title: inWords('commands.hideOrShow'),
    group: 'place',
    keys: 'Shift+H',
    can: has,
    run: () => {
      const on = !all((e) => e.hidden)
      edit(
        on ? said('commands.hide', named()) : said('commands.show', named()),
        setElements(desk().elements, { hidden: on }),
      )
    },
  },
  {
    id: 'only',
    title: inWords('commands.showOnlyThisAgainShow'),
    group: 'place',
    keys: 'i',
    run: () => setDesk({ only: desk().only || !has() ? null : desk().elements }),
  },
  {
    id: 'split-element',
    title: inWords('commands.splitTheElementAtThe'),
    group: 'place',
    keys: 'Shift+T',
    can: has,
    run: splitHere,
  },
  {
    id: 'guides',
    title: inWords('commands.showOrHideTheSafe'),
    group: 'view',
    keys: 'g',
    run: () => aid({ safe: !desk().aids.safe }),
  },
  {
    id: 'rulers',
    title: inWords('commands.showOrHideRulers'),
    group: 'view',
    keys: 'Shift+G',
    run: () => aid({ rulers: !desk().aids.rulers }),
  },
  {
    id: 'grid',
    title: inWords('commands.showOrHideTheGrid'),
    group: 'view',
    keys: "'",
    run: () => aid({ grid: desk().aids.grid ? 0 : Math.round(desk().lesson.frame.height / 20) }),
  },
  {
    id: 'snap',
    title: inWords('commands.snapOnThePictureOr'),
    group: 'view',
    keys: 'z',
    run: () => aid({ snap: !desk().aids.snap }),
  },
  {
    id: 'onion',
    title: inWords('commands.showNeighbouringFramesOfWhat'),
    group: 'view',
    keys: 'y',
    run: () => aid({ onion: desk().aids.onion ? 0 : 3 }),
  },
  {
    id: 'blur-preview',
    title: inWords('commands.showMotionBlurWhileWorking'),
    group: 'view',
    keys: 'Shift+Y',
    run: () => aid({ blur: !desk().aids.blur }),
  },
]
