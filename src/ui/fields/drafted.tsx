import { Button } from '../kit/button'

/** Says that what stands in a form was written and not taken up yet, and gives the way back. */
export function Drafted({ drafted, onDrop }: { drafted: boolean; onDrop: () => void }) {
  if (!drafted) return null
  return (
    <p className="mt-1 flex items-center gap-2 text-muted" role="status">
      What you wrote is kept here; it is not taken up yet.
      <Button className="!h-[24px]" onClick={onDrop}>
        Take it back
      </Button>
    </p>
  )
}
