import { applyPatches, type Patch } from 'immer'
import { toast } from 'sonner'
import { faceFiles } from '@/core/lesson/faces'
import { knowFaces } from '../kit/fonts'
import { createContext, useContext } from 'react'
import { create } from 'zustand'
import { applyEdit, elementIn, idsFrom, lessonAt, previewEdit, within, withGroups, type Edit } from '@/core/edits'
import { isView, kindNamed } from '@/core/kinds'
import { inLanguage, languagesOf } from '@/core/language'
import type { Clip } from '@/core/lesson/clips'
import type { Element, Lesson } from '@/core/lesson/schema'
import { timedOf } from '@/core/scene'
import { framesPerSecond } from '@/core/time'
import type { Timed } from '@/core/timing'
import { sentenceOf } from '../kit/api'
import { freshId, freshSeed } from '../kit/ids'
import { waitFor } from '../kit/jobs'
import { handOn } from '../kit/typing'
import { saidIn } from './saidIn'
import { Saver, type Entry, type KeptStretch } from './saver'
import { keptWays, keepWays } from './ways'
import { after, firstDesk } from './deskFields'
import type { Desk, Doing, Inside, Passage } from './held'
import { inWords, toWords, type Said } from '../../words/words'
import { type Told, retold, told } from '../../words/told'

export type { Aids, Desk, Doing, Inside, Panes, Passage } from './held'

export const useDesk = create<Desk>(firstDesk)
export const desk = useDesk.getState
/** The outermost lesson as it is stored, whatever is looked at. */
export const wholeLesson = ({ raw, outer, lesson }: Desk = desk()): Lesson => raw ?? outer ?? lesson
export const setDesk = useDesk.setState

/** The lesson as it is shown now: with a drag that is under way, if any. */
export const shown = (b: Desk = desk()): Timed => b.live ?? b.timed
/** Given to panes that may lag behind a drag, so that the drag itself does not. */
export const ShownContext = createContext<Timed | null>(null)
const nothing = () => null
export function useShown(): Timed {
  const given = useContext(ShownContext)
  const own = useDesk(given ? nothing : shown)
  return given ?? own!
}

/** What is selected, as it is stored. */
export const chosenElements = ({ timed, elements }: Desk = desk()): Element[] =>
  timed.lesson.elements.filter((e) => elements.includes(e.id))
/** The clips among what is selected. */
export const chosenClips = ({ timed, elements }: Desk = desk()): Clip[] =>
  timed.clips.filter((c) => elements.includes(c.id))

/** A part of the lesson as it is shown now: who asks for no more is not drawn again as a drag changes the rest. */
export const useShownPart = <T>(part: (timed: Timed) => T): T => useDesk((b) => part(shown(b)))

/** Whether the picture shows the framing; the whole take is shown while a zoom is being drawn or is selected. */
export const isFramed = (b: Desk = desk()): boolean => {
  if (b.speed !== 0) return true
  if (b.doing.do === 'add' && kindNamed(b.doing.kind).roles.view) return false
  const one = b.elements.length === 1 ? elementIn(b.lesson, b.elements[0]!) : undefined
  return !one || !isView(one)
}

useDesk.subscribe(keepWays)

let saver: Saver | null = null

/** Opens a lesson: what was kept in this window and never reached the server goes there first. */
export async function openLesson(id: string): Promise<void> {
  saver?.close()
  const mine = new Saver(id, {
    onState: (save) => setDesk({ save }),
    onFresh: (lesson, undo, redo) => take(id, lesson, undo, redo),
    onUnkept: (unkept) => setDesk({ unkept }),
    onWord: (sentence, bad) => (bad ? toast.error(sentence, { duration: 9000 }) : toast(sentence)),
  })
  saver = mine
  waitFor({ id, until: (revision) => mine.until(revision) })
  setDesk({ ...after('opened', desk()), id, ...keptWays(desk()) })
  await mine.open()
}
export const closeLesson = (): void => {
  handOn()
  saver?.close()
  saver = null
  waitFor(null)
  setDesk({ ready: false, speed: 0 })
}
export const hearNews = (lesson: string, revision: number, client: string, label: Told): void => {
  if (lesson === desk().id) saver?.hear(revision, client, label)
}
export const checkServer = (): void => saver?.check()

function take(id: string, lesson: Lesson, undo: KeptStretch, redo: KeptStretch): void {
  const history = { past: undo.entries, earlier: undo.beyond, future: redo.entries, later: redo.beyond }
  setDesk({ id, ready: true, live: null, ...history, ...become(lesson) })
  // What is written in a typeface that comes late is laid out anew once it is there.
  void knowFaces(faceFiles(lesson)).then((came) => {
    if (came && desk().id === id) setDesk({ timed: { ...desk().timed } })
  })
}
export const wayOf = (inside: readonly Inside[]) => inside.map((i) => i.part)
/**
 * What is on the desk once the outermost lesson is this one: it, or the one in it that was gone into, as far as that
 * is there.
 */
function become(
  outermost: Lesson,
  timed?: Timed,
): Pick<
  Desk,
  'inside' | 'outer' | 'language' | 'raw' | 'lesson' | 'timed' | 'elements' | 'keys' | 'moment' | 'playhead'
> {
  let { inside } = desk()
  while (!lessonAt(outermost, wayOf(inside))) inside = inside.slice(0, -1)
  const stored = lessonAt(outermost, wayOf(inside))!
  const language = languagesOf(outermost)
    .slice(1)
    .includes(desk().language ?? '')
    ? desk().language
    : null
  const lesson = language === null ? stored : inLanguage(stored, language)
  const own = lesson === outermost && timed ? timed : timedOf(lesson)
  const raw = language === null ? null : outermost
  return { inside, outer: inside.length > 0 ? outermost : null, language, raw, lesson, timed: own, ...kept(own) }
}
/** Waits until all that was done here is stored: for what the server does with the lesson as it has it. */
export const whenSaved = (): Promise<void> =>
  new Promise((done) => {
    if (desk().save.state === 'saved') {
      done()
      return
    }
    const stop = useDesk.subscribe(({ save }) => {
      if (save.state !== 'saved') return
      stop()
      done()
    })
  })
/** Looks at the lesson in one of its languages; null: its own. */
export function lookIn(language: string | null): void {
  const whole = wholeLesson()
  setDesk({ language, live: null, speed: 0 })
  setDesk(become(whole))
}
export const putAway = (step: string): void => saver?.putAway(step)

/** So many steps of the history are held in the window on each side; the others are fetched when they are come to. */
const HELD = 200
/** Adds what was done last to the past; what stands too far back is let go of, the server has it. */
function pastWith(entry: Entry): Pick<Desk, 'past' | 'earlier'> {
  const past = [...desk().past, entry]
  const over = Math.max(0, past.length - HELD)
  return { past: past.slice(over), earlier: desk().earlier + over }
}
function futureWith(entry: Entry): Pick<Desk, 'future' | 'later'> {
  const future = [entry, ...desk().future]
  return { future: future.slice(0, HELD), later: desk().later + Math.max(0, future.length - HELD) }
}
const kept = (timed: Timed) => ({
  elements: desk().elements.filter((e) => timed.spans.has(e)),
  keys: desk().keys.filter((k) => elementIn(timed.lesson, k.element)?.poses.some((p) => p.id === k.pose)),
  moment: desk().moment && timed.moments.has(desk().moment!) ? desk().moment : null,
  playhead: Math.min(desk().playhead, timed.length - 1),
})

/** Told of an edit instead of it being made, while something is only tried. */
let trial: ((label: Said, change: Edit) => void) | null = null
/** The edit that an act would make, if any. The act must do nothing else. */
function editOf(act: () => void): { label: Said; change: Edit } | null {
  const found: { label: Said; change: Edit }[] = []
  trial = (label, change) => void found.push({ label, change })
  try {
    act()
  } finally {
    trial = null
  }
  return found[0] ?? null
}
/** What is done with what is being typed: it shows on the picture, and is kept in case that the window ends. */
export const TYPIST = {
  tries(act: () => void): void {
    tryEdit(TYPIST.keeps(act))
  },
  keeps(act: () => void): Edit | null {
    const found = editOf(act)
    const { language, inside } = desk()
    const said = found && (language === null ? found.change : saidIn(wholeLesson(), language, found.change))
    saver?.typed(said ? { label: told(found.label), edit: within(wayOf(inside), said) } : null)
    return found?.change ?? null
  },
  ends(): void {
    if (desk().live) setDesk({ live: null })
    saver?.typed(null)
  },
  perSecond: (): number => framesPerSecond(desk().lesson.rate),
}

/** Makes an edit: seen at once, undone with its label, stored before it counts as saved. */
export function edit(called: Said, change: Edit, used: { passage?: Passage } = {}): boolean {
  if (trial) {
    trial(called, change)
    return true
  }
  handOn()
  const now = desk()
  const seed = freshSeed()
  const before = wholeLesson(now)
  const said = now.language === null ? change : saidIn(before, now.language, change)
  if (!said) {
    setDesk({ live: null })
    toast.error(inWords('state.inAnotherLanguageOnlyTexts'), {
      id: 'language',
      action: { label: inWords('state.goBackToItsOwn'), onClick: () => lookIn(null) },
    })
    return false
  }
  const whole = within(wayOf(now.inside), said)
  const result = applyEdit(before, whole, idsFrom(seed), now.outer || now.raw ? timedOf(before) : now.timed)
  if ('refused' in result) {
    setDesk({ live: null })
    if (result.refused) toast.error(toWords(result.refused))
    return false
  }
  const { lesson, timed, patches, inverse } = result.edited
  const label = told(called)
  setDesk({
    live: null,
    ...pastWith({ label, patches, inverse, ...used }),
    future: [],
    later: 0,
    ...become(lesson, timed),
  })
  saver?.add({ do: 'edit', label, patches, inverse, edit: whole, seed, before, after: lesson })
  sayIfUnseen(patches, now.timed)
  return true
}
/** Shows an edit without making it: for a drag that is under way. */
export function tryEdit(change: Edit | null): void {
  if (!change || desk().language !== null) {
    setDesk({ live: null })
    return
  }
  setDesk({ live: previewEdit(desk().timed, change) })
}

/** What of an element is changed where it can be seen, or is nothing that is seen. */
const SEEN_ELSEWHERE = new Set(['start', 'end', 'track', 'name', 'locked', 'hidden', 'tags', 'group', 'follows'])
/** Says so when what was changed of the selection is not on screen at the playhead. */
function sayIfUnseen(patches: readonly Patch[], before: Timed): void {
  const { elements, timed, playhead } = desk()
  const spans = elements.flatMap((id) => timed.spans.get(id) ?? [])
  const there = (s: { from: number; to: number }) => playhead >= s.from && playhead < s.to
  const seen = elements.some((id) => before.spans.has(id) && there(before.spans.get(id)!))
  if (spans.length === 0 || seen || spans.some(there)) return
  const places = patches.map(({ path }) => path.slice(path.lastIndexOf('elements') + 1))
  const own = (index: unknown) => elements.includes(timed.lesson.elements[Number(index)]?.id ?? '')
  const isUnseen = ([index, key]: readonly (string | number)[]) =>
    key !== undefined && own(index) && !SEEN_ELSEWHERE.has(String(key))
  if (!places.some(isUnseen)) return
  const one = elements.length === 1 ? elementIn(timed.lesson, elements[0]!)?.name : undefined
  toast(inWords('state.changedOutOfSightHere', one ? `“${one}”` : inWords('state.elements', elements.length)), {
    id: 'unseen',
    action: { label: inWords('state.goThere'), onClick: () => goTo(spans[0]!.from) },
  })
}

/** Fetches the next stretch of the history. @returns whether there is one now */
async function reach(way: 'undo' | 'redo'): Promise<boolean> {
  const { id } = desk()
  toast(way === 'undo' ? inWords('state.fetchingEarlierSteps') : inWords('state.fetchingLaterSteps'), {
    id: 'history',
    duration: 1800,
  })
  try {
    // What is done meanwhile may have moved the history on; then it is asked for again.
    for (let tried = 1; tried <= 5 && desk().id === id; tried++) {
      const found = await saver?.reach(way)
      if (!found) continue
      setDesk(
        way === 'undo'
          ? { past: found.entries, earlier: found.beyond }
          : { future: found.entries, later: found.beyond },
      )
      return found.entries.length > 0
    }
  } catch (e) {
    toast.error(sentenceOf(e), { id: 'history' })
  }
  return false
}

async function step(way: 'undo' | 'redo'): Promise<void> {
  const [near, beyond] = way === 'undo' ? [desk().past.at(-1), desk().earlier] : [desk().future[0], desk().later]
  if (!near && (beyond === 0 || !(await reach(way)))) return
  const { past, future } = desk()
  const before = wholeLesson()
  const entry = way === 'undo' ? past.at(-1) : future[0]
  if (!entry) return
  const next = applyPatches(before, way === 'undo' ? entry.inverse : entry.patches)
  const history =
    way === 'undo' ? { past: past.slice(0, -1), ...futureWith(entry) } : { future: future.slice(1), ...pastWith(entry) }
  setDesk({
    live: null,
    ...history,
    ...become(next),
    ...(way === 'undo' && entry.passage && { passage: entry.passage }),
    ...(way === 'redo' && entry.passage && { passage: null, looping: false }),
  })
  saver?.add({ do: way, ...entry, before, after: next })
  toast(
    way === 'undo' ? inWords('state.undone', retold(entry.label)) : inWords('state.doneAgain', retold(entry.label)),
    {
      id: 'history',
      duration: 1800,
    },
  )
}
/** Steps in the history are taken one after the other, as often as was pressed. */
let line: Promise<void> = Promise.resolve()
function press(way: 'undo' | 'redo'): void {
  handOn()
  const { id } = desk()
  const near = way === 'undo' ? desk().past.length : desk().future.length
  // What is at hand is done at once, so that what is pressed next comes after it.
  if (near > 0 && waiting === 0) {
    void step(way)
    return
  }
  waiting++
  line = line
    .then(() => (desk().id === id ? step(way) : undefined))
    .finally(() => {
      waiting--
    })
}
let waiting = 0
export const undo = (): void => press('undo')
export const redo = (): void => press('redo')

export const goTo = (frame: number): void =>
  setDesk({ playhead: Math.max(0, Math.min(shown().length - 1, Math.round(frame))) })
/**
 * Goes to a moment. What is selected stays so, to be tied to it; pressed again, the moment itself is what is looked at.
 */
export const pickMoment = (id: string, frame: number | null): void => {
  handOn()
  const again = desk().moment === id && desk().playhead === frame
  setDesk({ moment: id, speed: 0, swept: null, ...(again && { elements: [], keys: [] }) })
  if (frame !== null) goTo(frame)
}
/** Selects elements, with those that are grouped with them. */
export const select = (elements: string[]): void => selectAlone(withGroups(shown().lesson.elements, elements))
/** Selects these elements alone, whatever they are grouped with. */
export const selectAlone = (elements: string[]): void => {
  handOn()
  const same = elements.length === desk().elements.length && elements.every((e) => desk().elements.includes(e))
  setDesk({ ...(!same && after('selected', desk())), elements })
}
/** Begins to do something else on the picture, which stands still for it; without a word, no more than selecting. */
export const begin = (doing: Doing = { do: 'select' }): void =>
  setDesk({ doing, ...(doing.do !== 'select' && { speed: 0 }) })
/** Begins something, or leaves off where that is being done. */
export const beginOrEnd = (doing: Doing): void => begin(desk().doing.do === doing.do ? undefined : doing)
/** Gives up what is being done; where nothing is, lets go of what is selected. */
export const giveUp = (): void => (desk().doing.do === 'select' ? setDesk(after('let go', desk())) : begin())
export { freshId }
