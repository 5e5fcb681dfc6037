import { isOver } from '@/contract/news'
import { useDesk } from '../state/desk'
import { Button } from '../kit/button'
import { cancelJob, useJobs } from '../kit/jobs'
import { inWords } from '../../words/words'

/** What is being spoken, or listened to, for the lesson: how far it has come, and a way to stop it. */
export function Speaking() {
  const id = useDesk((b) => b.id)
  const job = useJobs((s) => s.jobs.find((j) => (j.kind === 'narrate' || j.kind === 'align') && j.lesson === id))
  if (!job || job.state === 'done' || job.state === 'cancelled') return null
  if (isOver(job.state)) return <p className="mb-2 text-accent-deep">{job.sentence}</p>
  return (
    <div className="mb-2 flex items-center gap-3 rounded border border-edge bg-card px-3 py-1.5" role="status">
      <span className="flex-1">
        {job.step} {job.share > 0 ? `${Math.round(job.share * 100)} %` : ''}
      </span>
      <Button onClick={() => cancelJob(job.id)}>{inWords('common.cancel')}</Button>
    </div>
  )
}
