import { scrollTo, stopsOf, tallness } from '@/core/edits'
import { mediumOf } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { motionOf } from '@/core/motion'
import { timecode } from '@/core/time'
import { useHere } from '../state/inPose'
import { edit, goTo, useDesk, useShown } from '../state/desk'
import { Tick, Words } from '../fields/fields'
import { useKept } from '../kit/useKept'
import { Section } from '../fields/section'
import { inWords, said } from '../../words/words'

/** A page that is taller than its window: pressed where it is to be brought to, and the stops that it has. */
export function PageSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const playhead = useDesk((b) => b.playhead)
  const here = useHere()
  const [name, setName] = useKept('page: name', '')
  const [evenly, setEvenly] = useKept('page: evenly', true)
  const medium = timed.lesson.media[mediumOf(e) ?? '']
  if (tallness(timed, e, playhead) < 1.02) return null
  const stops = stopsOf(timed, e)
  const landing = (pose: string) => Math.round(motionOf(timed, e).moves.find((m) => m.pose.id === pose)?.to ?? 0)
  const called = (own: string, n: number) => own || inWords('details.stop', n + 1)
  const go = (event: React.MouseEvent<HTMLButtonElement>) => {
    const r = event.currentTarget.getBoundingClientRect()
    const share = Math.min(1, Math.max(0, (event.clientY - r.top) / r.height))
    const words = name.trim() ? said('details.scrollTo', name.trim()) : said('details.scroll', e.name)
    if (edit(words, scrollTo(e.id, share, name.trim(), here, evenly))) setName('')
  }
  return (
    <Section title={inWords('details.page')} folds="open">
      <p className="text-muted">{inWords('details.pressWhereItIsTo')}</p>
      <Words label={inWords('details.nameOfTheStop')} value={name} onChange={(v) => setName(v.slice(0, 80))} />
      <Tick label={inWords('details.atAnEvenSpeed')} value={evenly} onChange={setEvenly} />
      <div className="max-h-72 overflow-auto rounded border border-edge-strong">
        <button
          type="button"
          aria-label={inWords('details.thePagePressWhereIt')}
          className="relative block w-full cursor-pointer bg-card"
          style={medium ? undefined : { height: 400 }}
          onClick={go}
        >
          {medium?.kind === 'picture' && (
            <img src={`/${medium.file}`} alt="" className="pointer-events-none block w-full" />
          )}
          {stops.map((s, n) => (
            <span
              key={s.pose}
              className="pointer-events-none absolute inset-x-0 border-t-2 border-accent"
              style={{ top: `${Math.min(99.5, Math.max(0, s.share * 100))}%` }}
            >
              <span className="absolute right-0 bg-accent px-1 text-[11px] text-paper">{called(s.name, n)}</span>
            </span>
          ))}
        </button>
      </div>
      {stops.length > 0 && (
        <ul className="space-y-0.5">
          {stops.map((s, n) => (
            <li key={s.pose} className="flex items-center gap-2">
              <button type="button" className="truncate hover:underline" onClick={() => goTo(landing(s.pose))}>
                {called(s.name, n)}
              </button>
              <span className="figures ml-auto text-muted">{timecode(landing(s.pose), timed.lesson.rate)}</span>
            </li>
          ))}
        </ul>
      )}
    </Section>
  )
}
