import { AlertDialog } from 'radix-ui'
import { setLook } from '@/core/edits'
import { placedIn, type Placed } from '@/core/kinds'
import { lengthText } from '@/core/time'
import { framesLeft, innerOf } from '@/core/timing'
import { Button } from '../kit/button'
import { edit, useBench } from './store'

/** Asks once what a lesson in this one does where it was given more time than it takes. */
export function AskLonger() {
  const timed = useBench((b) => b.timed)
  const live = useBench((b) => b.live !== null)
  const { lesson, spans } = timed
  const long = (id: string) => spans.get(id)!.to - spans.get(id)!.from
  const own = (placed: Placed) => framesLeft(placed, innerOf(timed, placed.part)?.length ?? Infinity)
  const e = lesson.elements.find((x) => {
    const placed = placedIn(x)
    return placed?.asks && long(x.id) > own(placed)
  })
  const placed = e && placedIn(e)
  if (!e || !placed) return null
  const answer = (longer: 'slower' | 'rest') =>
    edit(
      longer === 'slower' ? `“${e.name}” goes slower` : `“${e.name}” rests at its end`,
      setLook([e.id], 'longer', longer),
    )
  const text = (frames: number) => lengthText(frames, lesson.rate)
  return (
    <AlertDialog.Root
      open={!live}
      onOpenChange={(open) => {
        if (!open) answer('rest')
      }}
    >
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <AlertDialog.Content
          className={
            'fixed top-1/2 left-1/2 z-50 w-[460px] max-w-[94vw] -translate-x-1/2 ' +
            '-translate-y-1/2 rounded-lg border border-edge-strong bg-sheet p-5 shadow-xl'
          }
          onKeyDown={(k) => k.stopPropagation()}
        >
          <AlertDialog.Title className="mb-2 font-head text-lg">
            “{e.name}” has more time than it takes
          </AlertDialog.Title>
          <AlertDialog.Description className="mb-4 text-muted">
            It takes {text(own(placed))} and is shown for {text(long(e.id))}. The answer is kept, and can be changed in
            its details.
          </AlertDialog.Description>
          <div className="flex justify-end gap-2">
            <Button onClick={() => answer('slower')}>It goes slower</Button>
            <Button look="main" onClick={() => answer('rest')}>
              It rests at its end
            </Button>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}
