import { Button } from '../kit/button'
import { inWords } from '../../words/words'

/** Says that what stands in a form was written and not taken up yet, and gives the way back. */
export function Drafted({ drafted, onDrop }: { drafted: boolean; onDrop: () => void }) {
  if (!drafted) return null
  return (
    <p className="mt-1 flex items-center gap-2 text-muted" role="status">
      {inWords('fields.whatYouWroteIsKept')}
      <Button className="!h-[24px]" onClick={onDrop}>
        {inWords('fields.takeItBack')}
      </Button>
    </p>
  )
}
