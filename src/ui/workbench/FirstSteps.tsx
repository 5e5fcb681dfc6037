import { Check, ListChecks } from 'lucide-react'
import { isClip, mediumOf } from '@/core/kinds'
import { useState } from 'react'
import { useJobs } from '../kit/jobs'
import { Button } from '../kit/button'
import { runCommand } from '../commands/commands'
import { setDesk, useDesk } from '../state/desk'
import { momentKind } from '@/core/moments'
import { inWords } from '../../words/words'
import { PullOut } from '../kit/pullOut'

const PUT_AWAY = 'vane-first-steps-put-away'
const wasPutAway = (): boolean => {
  try {
    return localStorage.getItem(PUT_AWAY) === 'yes'
  } catch {
    return false
  }
}

interface FirstStep {
  done: boolean
  words: string
  how: string
  go: () => void
}
/** What a first lesson takes, in order. */
function useSteps(): FirstStep[] {
  const lesson = useDesk((b) => b.lesson)
  const moments = useDesk((b) => [...b.timed.moments.values()].some((m) => !momentKind(m).laid))
  const id = useDesk((b) => b.id)
  const exported = useJobs((s) => s.jobs.some((j) => j.kind === 'export' && j.lesson === id && j.state === 'done'))
  return [
    {
      done: lesson.elements.some((e) => isClip(e) && lesson.media[mediumOf(e) ?? '']?.kind === 'take'),
      words: inWords('workbench.bringInARecording'),
      how: inWords('workbench.dropAScreenRecordingAnywhere'),
      go: () => setDesk({ panel: 'files' }),
    },
    {
      done: moments,
      words: inWords('workbench.getItsMoments'),
      how: inWords('workbench.theyComeWithItsTrace'),
      go: () => runCommand('play'),
    },
    {
      done: lesson.elements.length > 0,
      words: inWords('workbench.addAnElementAtA'),
      how: inWords('workbench.chooseAMomentInThe'),
      go: () => runCommand('add-callout'),
    },
    {
      done: exported,
      words: inWords('workbench.exportIt'),
      how: inWords('workbench.itRunsInTheBackground'),
      go: () => setDesk({ panel: 'export' }),
    },
  ]
}

/** What a first lesson takes, step by step; each ticks itself as it is done. */
export function FirstSteps() {
  const [away, setAway] = useState(wasPutAway)
  const [open, setOpen] = useState(false)
  const steps = useSteps()
  if (away) return null
  const done = steps.filter((s) => s.done).length
  const next = steps.findIndex((s) => !s.done)
  const putAway = () => {
    setAway(true)
    try {
      localStorage.setItem(PUT_AWAY, 'yes')
    } catch {
      /* until the page is loaded again */
    }
  }
  return (
    <PullOut
      keysPass
      open={open}
      onOpenChange={setOpen}
      className="w-80 p-3"
      from={
        <button
          type="button"
          className="flex h-7 items-center gap-1.5 rounded border border-edge bg-card px-2 hover:border-edge-strong"
          data-testid="first-steps"
        >
          <ListChecks size={14} />
          {inWords('workbench.firstLesson', done, steps.length)}
        </button>
      }
    >
      <ol className="space-y-1.5">
        {steps.map((s, i) => (
          <li key={s.words} data-done={s.done} className="flex items-start gap-2">
            <span
              className={
                `mt-0.5 grid size-5 shrink-0 place-items-center rounded-full border ` +
                `${s.done ? 'border-good bg-good text-white' : i === next ? 'border-accent' : 'border-edge-strong'}`
              }
            >
              {s.done ? <Check size={12} /> : i + 1}
            </span>
            <span className="min-w-0 flex-1">
              <strong className={s.done ? 'text-muted line-through' : ''}>{s.words}</strong>
              {i === next && <span className="block text-muted">{s.how}</span>}
            </span>
            {i === next && (
              <Button
                onClick={() => {
                  setOpen(false)
                  s.go()
                }}
              >
                {inWords('workbench.doIt')}
              </Button>
            )}
          </li>
        ))}
      </ol>
      <div className="mt-3 flex items-center justify-between border-t border-edge pt-2">
        <span className="text-muted">{done === steps.length ? inWords('workbench.allDone') : ''}</span>
        <Button look="quiet" onClick={putAway}>
          {inWords('workbench.putThisListAway')}
        </Button>
      </div>
    </PullOut>
  )
}
