import { ROUTES } from '@/contract/routes'
import { Pin, X } from 'lucide-react'
import { useRef, useState } from 'react'
import { toast } from 'sonner'
import { findingsOf } from '@/core/findings'
import { pinSpot, pinTo } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { timecode } from '@/core/time'
import { outOfSight } from '@/core/timing'
import { edit, goTo, shown, useShown } from '../state/desk'
import { ask, sentenceOf } from '../kit/api'
import { Button } from '../kit/button'
import { Section } from '../fields/section'
import { inWords, said } from '../../words/words'

/**
 * Pins an element to what lies under it in the take, so that it goes along when the page scrolls or the window moves.
 */
export function PinSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const [busy, setBusy] = useState(false)
  const stop = useRef<AbortController | null>(null)
  const spot = pinSpot(timed, e)
  if (!spot) return null
  const gone = outOfSight(timed, e)
  const at = (frame: number) => timecode(frame, timed.lesson.rate)
  const pin = async () => {
    const control = (stop.current = new AbortController())
    setBusy(true)
    try {
      const { media, ...where } = spot
      const places = await ask(
        ROUTES.pin,
        { at: { sha: timed.lesson.media[media]!.sha256 }, body: where },
        control.signal,
      )
      if (!edit(said('details.pinToWhatItMarks', e.name), pinTo(e.id, media, places)))
        toast(inWords('details.whatItMarksDoesNot'))
      const lost = findingsOf(shown()).find((f) => f.code === 'unseen' && f.element === e.id)
      if (lost) toast(lost.sentence, { duration: 9000 })
    } catch (error) {
      if (!control.signal.aborted) toast.error(sentenceOf(error))
    } finally {
      setBusy(false)
    }
  }
  return (
    <Section title={inWords('details.pinned')} folds="shut">
      <p className="text-muted">{inWords('details.itGoesAlongWithWhat')}</p>
      {busy ? (
        <div className="flex items-center gap-2" role="status">
          <span className="flex-1">{inWords('details.followingWhatItMarks')}</span>
          <button
            type="button"
            aria-label={inWords('details.stopFollowing')}
            className="grid place-items-center rounded hover:bg-black/10"
            onClick={() => stop.current?.abort()}
          >
            <X size={14} />
          </button>
        </div>
      ) : (
        <Button onClick={() => void pin()}>
          <Pin size={13} />
          {inWords('details.pinItToWhatIt')}
        </Button>
      )}
      {gone.length > 0 && (
        <div className="mt-1.5" data-testid="out-of-sight">
          <p className="text-accent-deep">{inWords('details.whatItMarksIsOut')}</p>
          <div className="flex flex-wrap gap-x-2">
            {gone.map((g) => (
              <button
                key={g.from}
                type="button"
                title={inWords('details.goThere')}
                className="figures rounded px-1 text-xs hover:bg-black/5"
                onClick={() => goTo(g.from)}
              >
                {inWords('details.to', at(g.from), at(g.to))}
              </button>
            ))}
          </div>
        </div>
      )}
    </Section>
  )
}
