import { Check, CircleDot, MousePointer2, X } from 'lucide-react'
import { acceptMoments, dismissMoments, followPointer, rippleOnClicks } from '@/core/edits'
import { CALM } from '@/core/framing'
import { isRule, isView } from '@/core/kinds'
import { edit, freshId, useDesk } from '../state/desk'
import { isOver } from '@/contract/news'
import type { Medium } from '@/core/lesson/schema'
import { findPointer, useSearch } from '../files/tracing'
import { Button } from '../kit/button'
import { cancelJob } from '../kit/jobs'
import { useDraft } from '../fields/useDraft'
import { useKept } from '../kit/useKept'
import { pressesIn } from '@/core/moments'
import { inWords, said } from '../../words/words'

/**
 * What is to be done about the pointer of the lesson's takes: finding it, and looking at the clicks that are proposed.
 */
export function TakePointer() {
  const media = useDesk((b) => b.lesson.media)
  const [mark, setMark] = useKept('take pointer: mark', 60)
  const without = Object.values(media).filter((m) => m.kind === 'take' && !m.pointer)
  const proposed = Object.values(media).flatMap((m) => m.moments.filter((x) => x.proposed))
  const offered = useOffers()
  if (without.length === 0 && proposed.length === 0 && !offered) return null
  const above = proposed.filter((m) => (m.confidence ?? 0) * 100 >= mark)
  return (
    <div className="space-y-1.5 border-t border-edge bg-accent-wash px-3 py-2">
      {without.map((m) => (
        <Search key={m.sha256} medium={m} />
      ))}
      {offered && <Offers {...offered} />}
      {proposed.length > 0 && (
        <div className="space-y-1">
          <p>
            {proposed.length === 1
              ? inWords('order.oneClickIsProposed')
              : inWords('order.clicksAreProposed', proposed.length)}
          </p>
          <div className="flex items-center gap-1.5">
            <Button
              disabled={above.length === 0}
              onClick={() =>
                edit(said('order.accept', said('counts.click', above.length)), acceptMoments(above.map((m) => m.id)))
              }
            >
              <Check size={13} />
              {inWords('order.acceptAll')}
            </Button>
            <label className="flex items-center gap-1 whitespace-nowrap text-[12px]">
              {inWords('order.from')}
              <input
                type="number"
                min={0}
                max={100}
                step={5}
                value={mark}
                onChange={(e) => setMark(Number(e.target.value))}
                onKeyDown={(e) => e.stopPropagation()}
                className="figures w-12 rounded border border-edge bg-card px-1"
              />
              %
            </label>
            <Button
              onClick={() => edit(said('order.dismissTheProposedClicks'), dismissMoments(proposed.map((m) => m.id)))}
            >
              <X size={13} />
              {inWords('order.dismiss')}
            </Button>
          </div>
        </div>
      )}
    </div>
  )
}

/** What a lesson whose pointer is known can be given, and has not; null when there is nothing, or it is not wanted. */
function useOffers(): { clicks: number; follows: boolean; onNo: () => void } | null {
  const id = useDesk((b) => b.id)
  const { lesson, moments } = useDesk((b) => b.timed)
  const { drafted, write } = useDraft(`${id}/offers`, '')
  if (drafted || !Object.values(lesson.media).some((m) => m.kind === 'take' && m.pointer)) return null
  const seen = pressesIn(moments).filter((m) => !m.proposed).length
  const clicks = lesson.elements.some(isRule) ? 0 : seen
  const follows = !lesson.elements.some(isView)
  return clicks > 0 || follows ? { clicks, follows, onNo: () => write('no') } : null
}
/** Ripples and a followed view, offered beside: each is one press, and one step to undo. */
function Offers({ clicks, follows, onNo }: { clicks: number; follows: boolean; onNo: () => void }) {
  return (
    <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label={inWords('order.offered')}>
      {clicks > 0 && (
        <Button onClick={() => edit(said('order.ripplesOnTheClicks'), rippleOnClicks(freshId('ripple')))}>
          <CircleDot size={13} />
          {clicks === 1 ? inWords('order.aRippleOnTheClick') : inWords('order.ripplesOnClicks', clicks)}
        </Button>
      )}
      {follows && (
        <Button onClick={() => edit(said('order.followThePointer'), followPointer(freshId('zoom'), CALM))}>
          <MousePointer2 size={13} />
          {inWords('order.followThePointer')}
        </Button>
      )}
      <button
        type="button"
        aria-label={inWords('order.offerThisNoMore')}
        title={inWords('order.offerThisNoMore')}
        className="grid size-[24px] place-items-center rounded text-muted hover:bg-black/10"
        onClick={onNo}
      >
        <X size={13} />
      </button>
    </div>
  )
}

/** The search for the pointer in one take. */
function Search({ medium }: { medium: Medium }) {
  const lesson = useDesk((b) => b.id)
  const job = useSearch(medium.sha256, lesson)
  if (!job || isOver(job.state)) {
    return (
      <div>
        <Button
          onClick={() => void findPointer(medium.sha256)}
          title={inWords('order.findsThePointerInWith', medium.name)}
        >
          <MousePointer2 size={13} />
          {inWords('order.findThePointer')}
        </Button>
        <p className="mt-1 text-[12px] text-muted">
          {job?.sentence ?? job?.facts.said ?? inWords('order.hasNoRecordOfIts', medium.name)}
        </p>
      </div>
    )
  }
  return (
    <div>
      <div className="flex items-center gap-2">
        <span className="min-w-0 flex-1 truncate">
          {job.state === 'waiting' ? inWords('order.waiting') : inWords('order.lookingForThePointer')}{' '}
          {Math.round(job.share * 100)} %
        </span>
        <button
          type="button"
          aria-label={inWords('order.stopLookingForThePointer')}
          className="grid place-items-center rounded hover:bg-black/10"
          onClick={() => cancelJob(job.id)}
        >
          <X size={14} />
        </button>
      </div>
      <div
        className="mt-1 h-1 rounded bg-edge"
        role="progressbar"
        aria-valuenow={Math.round(job.share * 100)}
        aria-label={inWords('order.lookingForThePointer')}
      >
        <div className="h-1 rounded bg-accent" style={{ width: `${Math.max(2, job.share * 100)}%` }} />
      </div>
    </div>
  )
}

/** Accepts or dismisses one proposed click. */
export function ProposedMarks({ id, label, confidence }: { id: string; label: string; confidence: number }) {
  return (
    <span className="mt-1 mr-1.5 flex items-center gap-0.5 text-muted">
      <span className="figures text-[11px]">{Math.round(confidence * 100)} %</span>
      <button
        type="button"
        aria-label={inWords('order.acceptLabel', label)}
        className="grid place-items-center rounded hover:bg-black/10"
        onClick={() => edit(said('order.acceptLabel', label), acceptMoments([id]))}
      >
        <Check size={13} />
      </button>
      <button
        type="button"
        aria-label={inWords('order.dismissLabel', label)}
        className="grid place-items-center rounded hover:bg-black/10"
        onClick={() => edit(said('order.dismissLabel', label), dismissMoments([id]))}
      >
        <X size={13} />
      </button>
    </span>
  )
}
