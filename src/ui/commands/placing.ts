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
import { desk, edit, freshId, select, setDesk } from '../state/desk'
import { duplicate } from './clipboard'
import { holds } from '@/core/motion'
import { keepAsReady } from '../ready/keep'
import { keepAsTemplate } from '../ready/keepTemplate'
import { standInEveryLesson } from '../styles/always'
import { has, named, several, type Command } from './command'
import { checkSeam } from './seam'

const standingNow = (): Standing => ({ frame: desk().playhead, stance: stanceNow() })
export function alignNow(edge: AlignEdge, to: AlignTo): void {
  editPosed(`Line up ${named()}`, align(desk().elements, edge, to, standingNow()))
}
export function distributeNow(axis: 'across' | 'down'): void {
  if (desk().elements.length < 3) {
    toast('Spreading needs three elements or more.')
    return
  }
  editPosed('Spread elements', distribute(desk().elements, axis, standingNow()))
}
export function equalNow(what: 'width' | 'height'): void {
  editPosed(`Equal ${what}s`, equalSizes(desk().elements, what, stanceNow()))
}
const ALIGNS: [AlignEdge, string][] = [
  ['left', 'left edges'],
  ['centre', 'middles, across'],
  ['right', 'right edges'],
  ['top', 'top edges'],
  ['middle', 'middles, down'],
  ['bottom', 'bottom edges'],
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
  if (edit(`Split ${named()}`, splitElements(desk().elements, desk().playhead, hereExactly())))
    select(
      [...desk().timed.spans.keys()].filter((id) => !before.has(id)),
      true,
    )
  else toast('There is nothing to split here: put the playhead inside an element.')
}

/** Whether what is selected is seen through a window. */
const inWindow = () => desk().lesson.elements.some((e) => desk().elements.includes(e.id) && e.rides?.on)
const scroll = (share: number, words: string): void => {
  edit(`Scroll ${named()} ${words}`, inOne(desk().elements.map((id) => scrollOn(id, share, actHere()))))
}

export const PLACING: Command[] = [
  {
    id: 'keep-template',
    title: 'Keep this lesson as a template for others',
    group: 'Lesson',
    can: () => desk().inside.length === 0,
    run: () => void keepAsTemplate(),
  },
  {
    id: 'check-seam',
    title: 'Check that the passage, or the whole lesson, loops without a jump',
    group: 'Play',
    run: () => void checkSeam(),
  },
  ...ALIGNS.map(([edge, words]): Command => ({
    id: `align-${edge}`,
    title: `Line up: ${words}`,
    group: 'Place',
    can: has,
    run: () => alignNow(edge, desk().elements.length > 1 ? 'each-other' : 'frame'),
  })),
  {
    id: 'spread-across',
    title: 'Spread evenly across',
    group: 'Place',
    can: several,
    run: () => distributeNow('across'),
  },
  { id: 'spread-down', title: 'Spread evenly down', group: 'Place', can: several, run: () => distributeNow('down') },
  { id: 'equal-width', title: 'As wide as the first', group: 'Place', can: several, run: () => equalNow('width') },
  { id: 'equal-height', title: 'As tall as the first', group: 'Place', can: several, run: () => equalNow('height') },
  {
    id: 'flip-across',
    title: 'Mirror left and right',
    group: 'Place',
    can: has,
    run: () => void editPosed(`Mirror ${named()}`, flip(desk().elements, 'across')),
  },
  {
    id: 'flip-down',
    title: 'Mirror top and bottom',
    group: 'Place',
    can: has,
    run: () => void editPosed(`Mirror ${named()}`, flip(desk().elements, 'down')),
  },
  {
    id: 'group',
    title: 'Group',
    group: 'Place',
    keys: 'Ctrl+g',
    can: several,
    run: () => {
      const id = freshId('group')
      if (edit(`Group ${named()}`, makeGroup(desk().elements, id, desk().playhead))) select([id], true)
    },
  },
  {
    id: 'ungroup',
    title: 'Ungroup',
    group: 'Place',
    keys: 'Ctrl+Shift+G',
    can: () => all((e) => holds(e)),
    run: () => {
      const members = desk()
        .elements.flatMap((id) => membersOf(desk().lesson, id))
        .map((e) => e.id)
      if (edit('Ungroup', inOne(desk().elements.map((id) => dissolveGroup(id, desk().playhead))))) select(members)
    },
  },
  {
    id: 'ready',
    title: 'Place a ready thing',
    group: 'Place',
    keys: 'Shift+A',
    run: () => setDesk({ speed: 0, readyOpen: true }),
  },
  {
    id: 'keep-ready',
    title: 'Keep it as a ready thing',
    group: 'Place',
    keys: 'Shift+K',
    can: has,
    run: () => void keepAsReady(),
  },
  {
    id: 'in-every-lesson',
    title: 'Let it stand in every lesson of the house style',
    group: 'Place',
    can: has,
    run: () => void standInEveryLesson(),
  },
  {
    id: 'duplicate-following',
    title: 'Duplicate as copies that follow it',
    group: 'Edit',
    can: has,
    run: () => duplicate(true),
  },
  {
    id: 'follow-first',
    title: 'Let the others be copies of the first chosen',
    group: 'Edit',
    can: several,
    run: () => {
      const [first, ...rest] = desk().elements
      edit(`${rest.length} follow the first`, followCopy(rest, first!, ['motion', 'look', 'timing']))
    },
  },
  {
    id: 'cut-loose',
    title: 'Cut loose from what it is a copy of',
    group: 'Edit',
    can: () => desk().lesson.elements.some((e) => desk().elements.includes(e.id) && e.follows),
    run: () => void edit(`Cut ${named()} loose`, cutLoose(desk().elements)),
  },
  {
    id: 'together',
    title: 'Take them together: select, cut and move them as one',
    group: 'Place',
    keys: 'Shift+J',
    can: several,
    run: () => void edit(`Take ${named()} together`, setGroup(desk().elements, freshId('together'))),
  },
  {
    id: 'part',
    title: 'Part what is taken together',
    group: 'Place',
    can: () => desk().lesson.elements.some((e) => desk().elements.includes(e.id) && e.group),
    run: () => void edit('Part what was taken together', setGroup(desk().elements, null)),
  },
  {
    id: 'window',
    title: 'Show it within a window: draw the rectangle',
    group: 'Place',
    keys: 'Shift+I',
    can: has,
    run: () => setDesk({ speed: 0, adding: { kind: 'group', moment: null, window: desk().elements } }),
  },
  ...(['monitor', 'laptop', 'tablet', 'phone'] as const).map((form): Command => ({
    id: `on-${form}`,
    title: `Show it on a ${form}`,
    group: 'Place',
    ...(form === 'laptop' && { keys: 'Shift+D' }),
    can: has,
    run: () => {
      const id = freshId('screen')
      if (edit(`Show ${named()} on a ${form}`, putOnScreen(desk().elements, form, id, desk().playhead)))
        select(desk().elements)
    },
  })),
  {
    id: 'lift-out',
    title: 'Lift a part of the recording out: draw it',
    group: 'Place',
    keys: 'Shift+Q',
    run: () => setDesk({ speed: 0, adding: { kind: 'group', moment: desk().moment, lift: 'runs' } }),
  },
  {
    id: 'lift-still',
    title: 'Lift a part of the recording out as a still: draw it',
    group: 'Place',
    run: () => setDesk({ speed: 0, adding: { kind: 'group', moment: desk().moment, lift: 'still' } }),
  },
  {
    id: 'scroll-on',
    title: 'Scroll it on by a screenful',
    group: 'Place',
    keys: 'Shift+PageDown',
    can: inWindow,
    run: () => scroll(1, 'on'),
  },
  {
    id: 'scroll-back',
    title: 'Scroll it back by a screenful',
    group: 'Place',
    keys: 'Shift+PageUp',
    can: inWindow,
    run: () => scroll(-1, 'back'),
  },
  {
    id: 'crop',
    title: 'Crop on the picture',
    group: 'Place',
    keys: 'Shift+R',
    can: has,
    run: () => setDesk({ cropping: !desk().cropping }),
  },
  {
    id: 'lock',
    title: 'Lock or unlock',
    group: 'Place',
    keys: 'Shift+L',
    can: has,
    run: () => {
      const on = !all((e) => e.locked)
      edit(on ? `Lock ${named()}` : `Unlock ${named()}`, setElements(desk().elements, { locked: on }))
    },
  },
  {
    id: 'hide',
    title: 'Hide or show',
    group: 'Place',
    keys: 'Shift+H',
    can: has,
    run: () => {
      const on = !all((e) => e.hidden)
      edit(on ? `Hide ${named()}` : `Show ${named()}`, setElements(desk().elements, { hidden: on }))
    },
  },
  {
    id: 'only',
    title: 'Show only this; again: show all',
    group: 'Place',
    keys: 'i',
    run: () => setDesk({ only: desk().only || !has() ? null : desk().elements }),
  },
  {
    id: 'split-element',
    title: 'Split the element at the playhead',
    group: 'Place',
    keys: 'Shift+T',
    can: has,
    run: splitHere,
  },
  {
    id: 'guides',
    title: 'Show or hide the safe areas',
    group: 'View',
    keys: 'g',
    run: () => aid({ safe: !desk().aids.safe }),
  },
  {
    id: 'rulers',
    title: 'Show or hide rulers',
    group: 'View',
    keys: 'Shift+G',
    run: () => aid({ rulers: !desk().aids.rulers }),
  },
  {
    id: 'grid',
    title: 'Show or hide the grid',
    group: 'View',
    keys: "'",
    run: () => aid({ grid: desk().aids.grid ? 0 : Math.round(desk().lesson.frame.height / 20) }),
  },
  {
    id: 'snap',
    title: 'Snap on the picture, or not',
    group: 'View',
    keys: 'z',
    run: () => aid({ snap: !desk().aids.snap }),
  },
  {
    id: 'onion',
    title: 'Show neighbouring frames of what is selected',
    group: 'View',
    keys: 'y',
    run: () => aid({ onion: desk().aids.onion ? 0 : 3 }),
  },
  {
    id: 'blur-preview',
    title: 'Show motion blur while working, or not',
    group: 'View',
    keys: 'Shift+Y',
    run: () => aid({ blur: !desk().aids.blur }),
  },
]
