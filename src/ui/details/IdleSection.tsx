import { toast } from 'sonner'
import { PEAKS_PER_SECOND } from '@/contract/beside'
import { hurryThrough } from '@/core/edits'
import { idleIn, quietIn, silentIn, type IdleStretch } from '@/core/review/idle'
import { framesPerSecond, lengthText, timecode } from '@/core/time'
import { desk, edit, goTo, useDesk, useShown } from '../state/desk'
import { Button } from '../kit/button'
import { Choice, Tick } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { peaksOf } from '../timeline/Wave'
import { filmChanges } from './filmChanges'
import { Section } from '../fields/section'

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
  { value: 'idle', label: 'nothing happens' },
  { value: 'silent', label: 'nobody speaks' },
] as const
type What = (typeof WHAT)[number]['value']
const NONE: readonly number[] = []
/** Stretches in which nothing happens, or nobody speaks: found, and gone through faster or taken out. */
export function IdleSection() {
  const { lesson, clips } = useShown()
  const id = useDesk((b) => b.id)
  // What was found holds as long as what is played stands where it stood.
  const standing = clips.map((c) => `${c.id} ${c.at} ${c.length}`).join()
  const [held, setHeld] = useKept<{ standing: string; list: IdleStretch[] } | null>(`idle: found in ${id}`, null)
  const found = held?.standing === standing ? held.list : null
  const setFound = (list: IdleStretch[] | null) => setHeld(list && { standing, list })
  const [what, setWhat] = useKept<What>('idle: what', 'idle')
  const [least, setLeast] = useKept('idle: least', 1.5)
  const [times, setTimes] = useKept('idle: times', 4)
  const [noted, setNoted] = useKept('idle: noted', true)
  const [left, setLeft] = useKept<readonly number[]>(`idle: left in ${id}`, NONE)
  const fps = framesPerSecond(lesson.rate)
  const chosen = (found ?? []).filter((s) => !left.includes(s.from))
  const frames = chosen.reduce((sum, s) => sum + s.to - s.from, 0)
  const find = async () => {
    const { timed } = desk()
    if (what === 'silent') {
      const list = silentIn(timed, await quietNow(), least)
      setFound(list)
      setLeft(NONE)
      if (list.length === 0) toast('There is no sound here, or it is never quiet for so long.')
      return
    }
    if (!timed.clips.some((c) => lesson.media[c.media]?.kind === 'take')) {
      toast('There is no recording yet in which something could be idle.')
      return
    }
    const takes = timed.clips.filter((c) => lesson.media[c.media]?.kind === 'take')
    const unknown = takes.find((c) => !lesson.media[c.media]!.pointer)
    const changes = await Promise.all(
      [...new Set(takes.map((c) => c.media))].map(async (id) => [id, await filmChanges(lesson.media[id]!)] as const),
    )
    const list = idleIn(timed, await quietNow(), least, new Map(changes))
    if (unknown && list.length === 0) {
      toast(`Find the pointer in “${lesson.media[unknown.media]!.name}” first: without it nobody knows what happens.`)
      return
    }
    setFound(list)
    setLeft(NONE)
    if (list.length === 0) toast('Nothing is idle for so long: something happens, or somebody speaks, all the time.')
  }
  const go = (by: number | null) => {
    const named = what === 'silent' ? 'Silent stretches' : 'Idle stretches'
    const words = by === null ? `${named} taken out` : `${named} at ${by}×`
    if (edit(words, hurryThrough(chosen, by, noted))) setFound(null)
  }
  return (
    <Section title="Idle and silent stretches" folds="open">
      <Choice
        label="Where"
        value={what}
        options={WHAT}
        onChange={(v) => {
          setWhat(v)
          setFound(null)
        }}
      />
      <p className="text-muted">
        {what === 'idle'
          ? 'Nothing changes on the screen, the pointer stands, nobody speaks.'
          : 'Nobody speaks and nothing is heard, whatever happens on the screen.'}
      </p>
      <NumberField
        label="At least"
        unit="s"
        min={0.5}
        max={60}
        step={0.5}
        digits={1}
        value={least}
        onChange={setLeast}
      />
      <Button onClick={() => void find()}>Find {what} stretches</Button>
      {found && found.length > 0 && (
        <>
          <ul className="max-h-40 space-y-0.5 overflow-auto rounded border border-edge bg-card p-1">
            {found.map((s) => (
              <li key={s.from} className="flex items-center gap-2">
                <input
                  type="checkbox"
                  className="size-4 accent-accent"
                  aria-label={`From ${timecode(s.from, lesson.rate)}`}
                  checked={!left.includes(s.from)}
                  onChange={() => setLeft(left.includes(s.from) ? left.filter((f) => f !== s.from) : [...left, s.from])}
                />
                <button type="button" className="figures hover:underline" onClick={() => goTo(s.from)}>
                  {timecode(s.from, lesson.rate)}
                </button>
                <span className="figures ml-auto text-muted">{((s.to - s.from) / fps).toFixed(1)} s</span>
              </li>
            ))}
          </ul>
          <NumberField label="As fast" unit="×" min={2} max={32} value={times} onChange={setTimes} />
          <Tick label="With a note that says so" value={noted} onChange={setNoted} />
          <div className="flex flex-wrap gap-1.5">
            <Button look="main" disabled={chosen.length === 0} onClick={() => go(Math.round(times))}>
              Run them at {Math.round(times)}×
            </Button>
            <Button disabled={chosen.length === 0} onClick={() => go(null)}>
              Take them out
            </Button>
          </div>
          <p className="text-muted">
            {lengthText(frames, lesson.rate)} in all; at {Math.round(times)}× it is{' '}
            {lengthText(Math.round(frames - frames / times), lesson.rate)} shorter.
          </p>
        </>
      )}
    </Section>
  )
}
