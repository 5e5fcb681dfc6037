import { Captions, Download, RotateCcw, X } from 'lucide-react'
import { useEffect } from 'react'
import { isOver, type Job } from '@/contract/news'
import { cancelJob, forgetJob, hearJob, loadJobs, retryJob, useJobs } from '../kit/jobs'
import { useNews } from '../kit/news'
import { inWords } from '../../words/words'

const LINK = 'inline-flex items-center gap-1 rounded border border-edge px-2 py-0.5 hover:border-edge-strong'
const size = (bytes: number) =>
  bytes > 1e9
    ? inWords('exports.gb', (bytes / 1e9).toFixed(1))
    : bytes > 1e6
      ? inWords('exports.mb', (bytes / 1e6).toFixed(1))
      : inWords('exports.kb', Math.ceil(bytes / 1000))
function left({ of = 0, frame = 0, framesPerSecond = 0 }: Job['facts']): string {
  const s = Math.ceil((of - frame) / Math.max(0.1, framesPerSecond))
  return s > 90 ? inWords('exports.minutesLeft', Math.ceil(s / 60)) : inWords('exports.sLeft', s)
}
function about({ from, to, quality, height }: Job['facts']): string {
  const part =
    from !== undefined || to !== undefined
      ? inWords('exports.framesTo', from ?? 0, to ?? inWords('exports.theEnd'))
      : inWords('exports.whole')
  return `${part} · ${quality}${height ? ` · ${inWords('exports.pxHigh', height)}` : ''}`
}
function standing({ state, facts, createdAt }: Job): string {
  if (state === 'running')
    return facts.frame
      ? inWords('exports.frameOfASecond', facts.frame, facts.of ?? 0, facts.framesPerSecond!.toFixed(0), left(facts))
      : inWords('exports.starting')
  return state === 'done'
    ? new Date(createdAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
    : state
}

/** The exports, latest first; of one lesson, or of all. */
export function ExportList({ lesson }: { lesson?: string }) {
  const all = useJobs((s) => s.jobs)
  const loaded = useJobs((s) => s.loaded)
  useEffect(() => void loadJobs(), [])
  const rows = all.filter((j) => j.kind === 'export' && (!lesson || j.lesson === lesson))
  if (!loaded) return <p className="text-muted">{inWords('exports.looking')}</p>
  if (rows.length === 0)
    return (
      <p className="rounded border border-edge bg-card p-3 text-muted">
        {inWords('exports.nothingHasBeenExportedYet')}
      </p>
    )
  return (
    <ul
      className="thin-scroll max-h-[60vh] divide-y divide-edge overflow-auto rounded border border-edge bg-card"
      data-testid="exports"
    >
      {rows.map((r) => {
        const busy = !isOver(r.state)
        const done = Math.round((100 * (r.facts.frame ?? 0)) / Math.max(1, r.facts.of ?? 1))
        return (
          <li key={r.id} className="px-3 py-2" data-export={r.state}>
            <div className="flex items-center gap-2">
              <span className="min-w-0 flex-1 truncate font-semibold">{r.name}</span>
              {r.state === 'done' && (
                <a href={`/api/exports/${r.id}/file`} download className={LINK}>
                  <Download size={13} />
                  {inWords('exports.download', r.facts.bytes ? `, ${size(r.facts.bytes)}` : '')}
                </a>
              )}
              {r.state === 'done' && r.facts.captions && (
                <a href={`/api/exports/${r.id}/captions`} download className={LINK}>
                  <Captions size={13} />
                  {inWords('exports.captions')}
                </a>
              )}
              {(r.state === 'failed' || r.state === 'cancelled') && (
                <button
                  type="button"
                  aria-label={inWords('exports.exportAgain')}
                  className="grid place-items-center rounded hover:bg-black/10"
                  onClick={() => retryJob(r.id)}
                >
                  <RotateCcw size={14} />
                </button>
              )}
              <button
                type="button"
                aria-label={busy ? inWords('exports.cancelThisExport') : inWords('exports.takeThisExportOffThe')}
                className="grid place-items-center rounded hover:bg-black/10"
                onClick={() => (busy ? cancelJob(r.id) : forgetJob(r.id))}
              >
                <X size={14} />
              </button>
            </div>
            <div className="flex flex-wrap justify-between gap-x-3 text-muted">
              <span>{about(r.facts)}</span>
              <span className="figures text-xs whitespace-nowrap">{standing(r)}</span>
            </div>
            {busy && (
              <div
                className="mt-1 h-1.5 rounded bg-edge"
                role="progressbar"
                aria-label={inWords('exports.exportOf', r.name)}
                aria-valuenow={done}
              >
                <div className="h-1.5 rounded bg-accent" style={{ width: `${done}%` }} />
              </div>
            )}
            {r.sentence && r.state === 'failed' && <p className="mt-1 text-accent-deep">{r.sentence}</p>}
          </li>
        )
      })}
    </ul>
  )
}

/** Keeps the list of jobs as the server has it, on pages other than the workbench. */
export function useJobNews(): void {
  useNews(
    (n) => {
      if (n.about === 'job') hearJob(n)
    },
    () => void loadJobs(),
  )
}
