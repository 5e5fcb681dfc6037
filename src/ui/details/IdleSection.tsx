import { toast } from 'sonner'
import { PEAKS_PER_SECOND } from '@/contract/beside'
import { hurryThrough } from '@/core/edits'
import { idleIn, quietIn, silentIn, type IdleStretch } from '@/core/review/idle'
import { framesPerSecond, lengthText, timecode } from '@/core/time'
import { desk, edit, goTo, useDesk, useShown } from '../state/desk'
import { Button } from '../kit/button'
import { Choice, Tick } from '../fields/fields'
import { NumberField, SECONDS } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { peaksOf } from '../timeline/Wave'
import { filmChanges } from './filmChanges'
import { Section } from '../fields/section'
import { inWords, said } from '../../words/words'

/** Where in the sounds of the lesson it is quiet. */
async function quietNow() {
  const { lesson, timed } = desk()
  const media = [...new Set(timed.clips.filter((c) => !c.muted).map((c) => c.media))]
  const known = await Promise.all(
    media.map(async (id) => {
      const medium = lesson.media[id]
      if (!medium?.aids?.peaks) return null
      return [id, quietIn(await peaksOf(medium.sha256), PEAKS_PER_SECOND)] as const
    }),
  )
  return new Map(known.filter((k) => k !== null))
}

const WHAT = [
  { value: 'idle', label: inWords('details.nothingHappens') },
  { value: 'silent', label: inWords('details.nobodySpeaks') },
] as const
type What = (typeof WHAT)[number]['value']
const NONE: readonly number[] = []
/** What is found of a sort of stretch in the lesson as it is now; or why there is nothing, in a sentence. */
async function findIn(what: What, least: number): Promise<IdleStretch[] | string> {
  const { timed, lesson } = desk()
  if (what === 'silent') {
    const list = silentIn(timed, await quietNow(), least)
    return list.length > 0 ? list : inWords('details.thereIsNoSoundHere')
  }
  const takes = timed.clips.filter((c) => lesson.media[c.media]?.kind === 'take')
  if (takes.length === 0) return inWords('details.thereIsNoRecordingYet')
  const changes = await Promise.all(
    [...new Set(takes.map((c) => c.media))].map(async (id) => [id, await filmChanges(lesson.media[id]!)] as const),
  )
  const list = idleIn(timed, await quietNow(), least, new Map(changes))
  if (list.length > 0) return list
  const unknown = takes.find((c) => !lesson.media[c.media]!.pointer)
  return unknown
    ? inWords('details.findThePointerInFirst', lesson.media[unknown.media]!.name)
    : inWords('details.nothingIsIdleForSo')
}

/** Stretches that were found, and which of them are left as they are; both outlive the page. */
function useFound() {
  const { clips } = useShown()
  const id = useDesk((b) => b.id)
  // What was found holds as long as what is played stands where it stood.
  const standing = clips.map((c) => `${c.id} ${c.at} ${c.length}`).join()
  const [held, setHeld] = useKept<{ standing: string; list: IdleStretch[] } | null>(`idle: found in ${id}`, null)
  const [left, setLeft] = useKept<readonly number[]>(`idle: left in ${id}`, NONE)
  const found = held?.standing === standing ? held.list : null
  return {
    found,
    left,
    setFound(list: IdleStretch[] | null) {
      setHeld(list && { standing, list })
      if (list) setLeft(NONE)
    },
    toggle: (from: number) => setLeft(left.includes(from) ? left.filter((f) => f !== from) : [...left, from]),
  }
}

/** Stretches in which nothing happens, or nobody speaks: found, and gone through faster or taken out. */
export function IdleSection() {
  const { found, left, setFound, toggle } = useFound()
  const [what, setWhat] = useKept<What>('idle: what', 'idle')
  const [least, setLeast] = useKept('idle: least', 1.5)
  const chosen = (found ?? []).filter((s) => !left.includes(s.from))
  const find = async () => {
    const list = await findIn(what, least)
    if (typeof list === 'string') toast(list)
    setFound(typeof list === 'string' ? [] : list)
  }
  return (
    <Section title={inWords('details.idleAndSilentStretches')} folds="open">
      <Choice
        label={inWords('details.where')}
        value={what}
        options={WHAT}
        onChange={(v) => {
          setWhat(v)
          setFound(null)
        }}
      />
      <p className="text-muted">
        {what === 'idle' ? inWords('details.nothingChangesOnTheScreen') : inWords('details.nobodySpeaksAndNothingIs')}
      </p>
      <NumberField
        label={inWords('details.atLeast')}
        {...SECONDS}
        min={0.5}
        max={60}
        value={least}
        onChange={setLeast}
      />
      <Button onClick={() => void find()}>{inWords('details.findStretches', said(`terms.${what}`))}</Button>
      {found && found.length > 0 && (
        <>
          <Stretches found={found} left={left} onToggle={toggle} />
          <Hurry what={what} chosen={chosen} onDone={() => setFound(null)} />
        </>
      )}
    </Section>
  )
}

/** What was found, each to be left as it is by a tick. */
function Stretches({
  found,
  left,
  onToggle,
}: {
  found: readonly IdleStretch[]
  left: readonly number[]
  onToggle: (from: number) => void
}) {
  const { rate } = useShown().lesson
  return (
    <ul className="max-h-40 space-y-0.5 overflow-auto rounded border border-edge bg-card p-1">
      {found.map((s) => (
        <li key={s.from} className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-accent"
            aria-label={inWords('details.fromTimecode', timecode(s.from, rate))}
            checked={!left.includes(s.from)}
            onChange={() => onToggle(s.from)}
          />
          <button type="button" className="figures hover:underline" onClick={() => goTo(s.from)}>
            {timecode(s.from, rate)}
          </button>
          <span className="figures ml-auto text-muted">{((s.to - s.from) / framesPerSecond(rate)).toFixed(1)} s</span>
        </li>
      ))}
    </ul>
  )
}

/** Goes through stretches faster, or takes them out. */
function Hurry({ what, chosen, onDone }: { what: What; chosen: IdleStretch[]; onDone: () => void }) {
  const { rate } = useShown().lesson
  const [times, setTimes] = useKept('idle: times', 4)
  const [noted, setNoted] = useKept('idle: noted', true)
  const frames = chosen.reduce((sum, s) => sum + s.to - s.from, 0)
  const go = (by: number | null) => {
    const named = said(what === 'silent' ? 'details.silentStretches' : 'details.idleStretches')
    const words = by === null ? said('details.takenOut', named) : said('details.at', named, by)
    if (edit(words, hurryThrough(chosen, by, noted))) onDone()
  }
  return (
    <>
      <NumberField label={inWords('details.asFast')} unit="×" min={2} max={32} value={times} onChange={setTimes} />
      <Tick label={inWords('details.withANoteThatSays')} value={noted} onChange={setNoted} />
      <div className="flex flex-wrap gap-1.5">
        <Button look="main" disabled={chosen.length === 0} onClick={() => go(Math.round(times))}>
          {inWords('details.runThemAt', Math.round(times))}
        </Button>
        <Button disabled={chosen.length === 0} onClick={() => go(null)}>
          {inWords('details.takeThemOut')}
        </Button>
      </div>
      <p className="text-muted">
        {inWords(
          'details.inAllAtItIs',
          lengthText(frames, rate),
          Math.round(times),
          lengthText(Math.round(frames - frames / times), rate),
        )}
      </p>
    </>
  )
}
