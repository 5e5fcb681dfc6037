import { Check, ListChecks } from 'lucide-react'
import { Popover } from 'radix-ui'
import { isClip, mediumOf } from '@/core/kinds'
import { useState } from 'react'
import { useJobs } from '../kit/jobs'
import { Button } from '../kit/button'
import { runCommand } from '../commands/commands'
import { setDesk, useDesk } from '../state/desk'
import { momentKind } from '@/core/moments'

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
      words: 'Bring in a recording',
      how: 'Drop a screen recording anywhere here, or press A.',
      go: () => setDesk({ panel: 'files' }),
    },
    {
      done: moments,
      words: 'Get its moments',
      how: 'They come with its trace; else “Find the pointer” in the running order, captions, or M while it plays.',
      go: () => runCommand('play'),
    },
    {
      done: lesson.elements.length > 0,
      words: 'Add an element at a moment',
      how: 'Choose a moment in the running order, a kind above the picture, and point at the spot.',
      go: () => runCommand('add-callout'),
    },
    {
      done: exported,
      words: 'Export it',
      how: 'It runs in the background; the file is listed under Exports.',
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
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        className="flex h-7 items-center gap-1.5 rounded border border-edge bg-card px-2 hover:border-edge-strong"
        data-testid="first-steps"
      >
        <ListChecks size={14} />
        First lesson {done}/{steps.length}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" className="z-50 w-80 rounded border border-edge-strong bg-sheet p-3 shadow-xl">
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
                    Do it
                  </Button>
                )}
              </li>
            ))}
          </ol>
          <div className="mt-3 flex items-center justify-between border-t border-edge pt-2">
            <span className="text-muted">{done === steps.length ? 'All done.' : ''}</span>
            <Button look="quiet" onClick={putAway}>
              Put this list away
            </Button>
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
