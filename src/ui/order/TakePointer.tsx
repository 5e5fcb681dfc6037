import { Check, MousePointer2, X } from 'lucide-react'
import { acceptMoments, dismissMoments } from '@/core/edits'
import { edit, useBench } from '../bench/store'
import { isOver } from '@/contract/news'
import type { Medium } from '@/core/lesson/schema'
import { findPointer, useSearch } from '../files/tracing'
import { Button } from '../kit/button'
import { cancelJob } from '../kit/jobs'
import { useKept } from '../fields/useKept'

/**
 * What is to be done about the pointer of the lesson's takes: finding it, and looking at the clicks that are proposed.
 */
export function TakePointer() {
  const media = useBench((b) => b.lesson.media)
  const [mark, setMark] = useKept('take pointer: mark', 60)
  const without = Object.values(media).filter((m) => m.kind === 'take' && !m.pointer)
  const proposed = Object.values(media).flatMap((m) => m.moments.filter((x) => x.proposed))
  if (without.length === 0 && proposed.length === 0) return null
  const above = proposed.filter((m) => (m.confidence ?? 0) * 100 >= mark)
  return (
    <div className="space-y-1.5 border-t border-edge bg-accent-wash px-3 py-2">
      {without.map((m) => (
        <Search key={m.sha256} medium={m} />
      ))}
      {proposed.length > 0 && (
        <div className="space-y-1">
          <p>{proposed.length === 1 ? 'One click is proposed.' : `${proposed.length} clicks are proposed.`}</p>
          <div className="flex items-center gap-1.5">
            <Button
              disabled={above.length === 0}
              onClick={() => edit(`Accept ${above.length} clicks`, acceptMoments(above.map((m) => m.id)))}
            >
              <Check size={13} />
              Accept
            </Button>
            <label className="flex items-center gap-1 whitespace-nowrap text-[12px]">
              from
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
            <Button onClick={() => edit('Dismiss the proposed clicks', dismissMoments(proposed.map((m) => m.id)))}>
              <X size={13} />
              Dismiss
            </Button>
          </div>
        </div>
      )}
    </div>
  )
}

/** The search for the pointer in one take. */
function Search({ medium }: { medium: Medium }) {
  const lesson = useBench((b) => b.id)
  const job = useSearch(medium.sha256, lesson)
  if (!job || isOver(job.state)) {
    return (
      <div>
        <Button
          onClick={() => void findPointer(medium.sha256)}
          title={
            `Finds the pointer in “${medium.name}”, its moments ` +
            `and likely clicks, ripples them and follows the pointer`
          }
        >
          <MousePointer2 size={13} />
          Find the pointer
        </Button>
        <p className="mt-1 text-[12px] text-muted">
          {job?.sentence ?? job?.facts.said ?? `“${medium.name}” came without a trace.`}
        </p>
      </div>
    )
  }
  return (
    <div>
      <div className="flex items-center gap-2">
        <span className="min-w-0 flex-1 truncate">
          {job.state === 'waiting' ? 'Waiting' : 'Looking for the pointer'} {Math.round(job.share * 100)} %
        </span>
        <button
          type="button"
          aria-label="Stop looking for the pointer"
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
        aria-label="Looking for the pointer"
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
        aria-label={`Accept ${label}`}
        className="grid place-items-center rounded hover:bg-black/10"
        onClick={() => edit(`Accept ${label}`, acceptMoments([id]))}
      >
        <Check size={13} />
      </button>
      <button
        type="button"
        aria-label={`Dismiss ${label}`}
        className="grid place-items-center rounded hover:bg-black/10"
        onClick={() => edit(`Dismiss ${label}`, dismissMoments([id]))}
      >
        <X size={13} />
      </button>
    </span>
  )
}
