import { mendsOf, type Finding } from '@/core/findings'
import { edit, goTo, select, useShown } from '../state/desk'
import { Button } from '../kit/button'

/**
 * What is amiss, in a sentence: a press goes there, others settle it.
 *
 * @param onGo  goes there otherwise than by selecting the element, or is told that it was gone there
 */
export function FindingRow({ of: f, onGo }: { of: Finding; onGo?: () => void }) {
  const timed = useShown()
  return (
    <div className="rounded p-1.5 hover:bg-accent-wash">
      <button
        type="button"
        className="block w-full text-left"
        onClick={() => {
          if (f.code !== 'within') {
            select([f.element])
            goTo(f.frame ?? timed.spans.get(f.element)?.from ?? 0)
          }
          onGo?.()
        }}
      >
        {f.sentence}
      </button>
      {mendsOf(f, timed).map(({ words, label, change }) => (
        <Button key={words} className="mt-1 mr-1 !h-[24px]" onClick={() => edit(label, change)}>
          {words}
        </Button>
      ))}
    </div>
  )
}
