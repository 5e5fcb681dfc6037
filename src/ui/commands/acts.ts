import { deleteKeys } from './poses'
import { toast } from 'sonner'
import {
  addElement,
  edgeAt,
  elementAt,
  cutTracks,
  removeElements,
  removeMoment,
  runsAt,
  setEdge,
  setMoment,
  setSpan,
  inOne,
  spanOfBelow,
  splitTracks,
  takeOut,
  withMembers,
} from '@/core/edits'
import { kindNamed, type ElementKind } from '@/core/kinds'
import { goesOn } from '@/core/kinds/looks'
import type { LessonMoment } from '@/core/lesson/schema'
import { clipEnd, takeAt, type Clip } from '@/core/lesson/clips'
import { bornOf, caught, isTiedTo, momentKind } from '@/core/moments'
import { framesPerSecond, timecode } from '@/core/time'
import { moving } from '../state/inPose'
import { begin, chosenClips, desk, edit, freshId, goTo, select, selectAlone, setDesk, tryEdit } from '../state/desk'
import { has } from './command'
import { inWords, said, toWords } from '../../words/words'

/** Kinds that lie over the whole picture or in a place of their own, so that nobody has to point at a spot. */
const SPEEDS = [1, 2, 4, 8]

export const second = () => Math.round(framesPerSecond(desk().lesson.rate))

/** Plays faster the same way each time; turns round at the lesson's own speed. */
export function shuttle(way: 1 | -1): void {
  const { speed } = desk()
  if (Math.sign(speed) !== way) {
    setDesk({ speed: way })
    return
  }
  setDesk({ speed: way * (SPEEDS[SPEEDS.indexOf(Math.abs(speed)) + 1] ?? 8) })
}
export function jump(frames: Iterable<number>, way: 1 | -1): void {
  const { playhead } = desk()
  const sorted = [...new Set(frames)]
    .filter((f) => (way > 0 ? f > playhead : f < playhead))
    .sort((a, b) => (a - b) * way)
  if (sorted[0] !== undefined) goTo(sorted[0])
}
export const cuts = () => desk().timed.clips.flatMap((c) => [c.at, clipEnd(c)])
/** The moments that are jumped between; where there are none but spoken phrases, those. */
export const moments = () => {
  const all = [...desk().timed.moments.values()].filter((m) => m.frame !== null && momentKind(m).listed !== null)
  const happened = all.filter(isTiedTo)
  return (happened.length > 0 ? happened : all).map((m) => m.frame!)
}
export const edges = () => [...desk().timed.spans.values()].flatMap((s) => [s.from, s.to - 1])

export function beginAdding(kind: ElementKind, media?: string): void {
  const { moment, playhead, timed, swept } = desk()
  const until = swept && swept.first === moment ? swept.last : undefined
  setDesk({ speed: 0 })
  if (kindNamed(kind).added.spotless) {
    const e = elementAt(timed, {
      kind,
      id: freshId(kind),
      frame: playhead,
      moment,
      at: null,
      until,
    })
    if (edit(said('commands.addNamed', e.name.toLowerCase()), addElement(e))) select([e.id])
    return
  }
  const shows = kindNamed(kind).roles.pictures !== undefined
  if (shows && !media && !Object.values(desk().lesson.media).some((m) => m.kind === 'picture')) {
    toast(inWords('commands.thereIsNoPictureIn'))
    setDesk({ panel: 'files' })
    return
  }
  if (shows && !media) {
    const pictures = Object.entries(desk().lesson.media).filter(([, m]) => m.kind === 'picture')
    if (pictures.length > 1) {
      setDesk({ panel: 'pictures' })
      return
    }
    media = pictures[0]![0]
  }
  begin({ do: 'add', kind, moment, ...(until && { until }), ...(media && { media }) })
}
/** Lets what is selected last exactly as long as what lies below it. */
export function asLongAsBelow(): void {
  const { timed, elements } = desk()
  const spans = elements.flatMap((id) => {
    const span = spanOfBelow(timed, id)
    return span ? [{ id, span }] : []
  })
  if (spans.length === 0) {
    toast(inWords('commands.nothingLiesBelowItWhere'))
    return
  }
  edit(said('commands.lastAsLongAsWhat'), inOne(spans.map(({ id, span }) => setSpan(id, span))))
}

let nudge: { dx: number; dy: number; timer: ReturnType<typeof setTimeout> } | null = null
/** Moves what is selected by pixels; a run of steps becomes one edit. */
export function nudgeBy(dx: number, dy: number): void {
  if (!has()) return
  const sum = { dx: (nudge?.dx ?? 0) + dx, dy: (nudge?.dy ?? 0) + dy }
  if (nudge) clearTimeout(nudge.timer)
  tryEdit(moving(desk().elements, sum.dx, sum.dy))
  nudge = { ...sum, timer: setTimeout(endNudge, 450) }
}
function endNudge(): void {
  if (!nudge) return
  const { dx, dy } = nudge
  clearTimeout(nudge.timer)
  nudge = null
  edit(said('commands.moveByPx', dx, dy), moving(desk().elements, dx, dy))
}

export function remove(): void {
  const { elements, moment, timed, keys } = desk()
  if (keys.length) deleteKeys()
  else if (elements.length)
    edit(
      elements.length === 1
        ? said('commands.delete', timed.lesson.elements.find((e) => e.id === elements[0])?.name ?? '')
        : said('commands.deleteElements', elements.length),
      removeElements(withMembers(timed.lesson, elements), desk().playhead),
    )
  else if (moment && timed.moments.get(moment)?.byHand)
    edit(said('commands.deleteTheMoment', timed.moments.get(moment)!.label), removeMoment(moment))
}

/** Sets a mark or a chapter where the playhead is, also while it plays. */
export function mark(kind: LessonMoment['kind']): void {
  const { playhead, lesson, timed } = desk()
  const n = [...desk().timed.moments.values()].filter((m) => m.kind === kind).length + 1
  const id = freshId(kind)
  const clip = takeAt(timed, playhead)
  const { act, name, said: set } = momentKind({ kind }).set!
  if (edit(act, setMoment(id, kind, `${toWords(name)} ${n}`, playhead))) {
    const whole = desk().timed.moments.has(id) ? id : `${clip?.media}/${id}`
    setDesk({ moment: whole, elements: [] })
    toast(inWords('commands.at', toWords(set), timecode(playhead, lesson.rate)), {
      id: 'mark',
      duration: 1800,
    })
  }
}

/** The tracks that a cut goes through: those of the selected clips, else all of takes and sound. */
function tracksMeant(): string[] {
  const { lesson } = desk()
  const chosen = chosenRuns().map((e) => e.track)
  return chosen.length > 0 ? [...new Set(chosen)] : cutTracks(lesson)
}
/** What goes by as the lesson does, clips and lessons, among what is selected. */
const chosenRuns = () => desk().lesson.elements.filter((e) => goesOn(e.look) && desk().elements.includes(e.id))
const onTracks = (n: number) => (n === 1 ? inWords('commands.oneTrack') : inWords('commands.tracks', n))
export function cut(): void {
  const { playhead, timed } = desk()
  const tracks = tracksMeant()
  const inside = runsAt(timed, tracks, playhead, playhead)
  if (inside.length === 0) {
    toast(inWords('commands.thereIsNothingToSplit'))
    return
  }
  const chosen = chosenRuns().length > 0
  const before = new Set(timed.spans.keys())
  if (
    !edit(
      inside.length === 1
        ? said('commands.split', inside[0]!.element.name)
        : said('commands.splitClips', inside.length),
      splitTracks(tracks, playhead),
    )
  )
    return
  // What was chosen is then what lies under the playhead: the later parts.
  if (chosen) selectAlone([...desk().timed.spans.keys()].filter((id) => !before.has(id)))
  toast(inWords('commands.splitOn', onTracks(inside.length)), { duration: 1800 })
}
export function removePassage(close: boolean): void {
  const { passage } = desk()
  if (!passage) return
  const tracks = tracksMeant()
  const touched = new Set(runsAt(desk().timed, tracks, passage.from, passage.to).map((r) => r.element.track))
  if (touched.size === 0) {
    toast(inWords('commands.nothingLiesInThePassage'))
    return
  }
  const label = said(close ? 'commands.takeThePassageOutClose' : 'commands.takeThePassageOutLeave')
  if (!edit(label, takeOut(tracks, passage.from, passage.to, close), { passage })) return
  setDesk({ passage: null, looping: false })
  goTo(passage.from)
  toast(inWords('commands.takenOutOf', onTracks(touched.size)), { duration: 1800 })
}
/** Takes the selected clips out whole; what comes later on their tracks moves up. */
export function removeClipsClosing(): void {
  const chosen = chosenClips()
  if (chosen.length === 0) return
  // What is taken together goes together, so that what comes later of it stays in sync.
  const { clips } = desk().timed
  const mates = (c: Clip) => {
    const { group } = c.element
    const all =
      group === null ? [c] : clips.filter((x) => x.element.group === group && x.at < clipEnd(c) && c.at < clipEnd(x))
    return {
      tracks: all.map((x) => x.track),
      from: Math.min(...all.map((x) => x.at)),
      to: Math.max(...all.map(clipEnd)),
    }
  }
  const gaps = new Map(chosen.map(mates).map((g) => [`${g.from} ${g.to} ${g.tracks.join()}`, g]))
  const inOrder = [...gaps.values()].sort((a, b) => b.from - a.from)
  edit(
    chosen.length === 1 ? said('commands.takeAClipOutClose') : said('commands.takeClipsOutCloseThe', chosen.length),
    inOne(inOrder.map((g) => takeOut(g.tracks, g.from, g.to, true))),
  )
}
/** Puts the start of what is selected on the playhead, or its end behind it; a moment on that very frame ties it. */
export function edgeHere(side: 'start' | 'end'): void {
  const { timed, elements, playhead } = desk()
  const frame = side === 'start' ? playhead : playhead + 1
  const chosen = timed.lesson.elements.filter(
    (e) =>
      elements.includes(e.id) &&
      (side === 'start' ? frame < timed.spans.get(e.id)!.to : frame > timed.spans.get(e.id)!.from),
  )
  if (!chosen.length) {
    toast(side === 'start' ? inWords('commands.thePlayheadIsBehindIts') : inWords('commands.thePlayheadIsBeforeIts'))
    return
  }
  const hit = caught(timed.moments.values(), frame, 0, (m) => isTiedTo(m) && !elements.some((id) => bornOf(m.id, id)))
  edit(
    said(
      side === 'start' ? 'commands.startHere' : 'commands.endHere',
      chosen.length === 1 ? `“${chosen[0]!.name}”` : said('counts.element', chosen.length),
    ),
    inOne(chosen.map((e) => setEdge(e.id, side, edgeAt(timed, e, side, { frame, caught: hit })))),
  )
}
export function setPassage(side: 'from' | 'to'): void {
  const { passage, playhead, timed } = desk()
  if (side === 'from')
    setDesk({ passage: { from: playhead, to: passage && passage.to > playhead ? passage.to : timed.length } })
  else setDesk({ passage: { from: passage && passage.from <= playhead ? passage.from : 0, to: playhead + 1 } })
}
