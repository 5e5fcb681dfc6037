import type { Job } from '@/contract/news'
import { Button } from './button'
import { cancelJob } from './jobs'
import { inWords } from '../../words/words'

/** How far a job is that goes on, with what it is doing; it can be cancelled. */
export function JobBar({ job, label }: { job: Job; label: string }) {
  return (
    <div className="space-y-1">
      <div className="flex items-center justify-between">
        <span>
          {job.step} {job.share > 0 ? `${Math.round(job.share * 100)} %` : ''}
        </span>
        <Button onClick={() => cancelJob(job.id)}>{inWords('common.cancel')}</Button>
      </div>
      <div
        className="h-1 rounded bg-edge"
        role="progressbar"
        aria-valuenow={Math.round(job.share * 100)}
        aria-label={label}
      >
        <div className="h-1 rounded bg-accent" style={{ width: `${Math.max(2, job.share * 100)}%` }} />
      </div>
    </div>
  )
}
