import { LogIn } from 'lucide-react'
import type { Element } from '@/core/lesson/schema'
import { placedIn } from '@/core/kinds'
import { lengthText } from '@/core/time'
import { framesLeft, innerOf, paceOf } from '@/core/timing'
import { goInside, useShown } from '../bench/store'
import { keyOf } from '../commands/commands'
import { Button } from '../kit/button'
import { Section } from './Section'

/** The lesson that an element places in this one: what it is, how it goes by, and the way into it. */
export function PartSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const placed = placedIn(e)
  const inner = placed && innerOf(timed, placed.part)
  if (!inner) return null
  const span = timed.spans.get(e.id)!
  const long = span.to - span.from
  const own = framesLeft(placed, inner.length)
  const { num, den } = paceOf(placed, long, inner.length)
  const { name, rate } = inner.lesson
  return (
    <Section title="Placed in this one">
      <p className="text-muted">
        {name} · takes {lengthText(own, rate)}
        {num !== den && ` · goes by at ${Math.round((100 * num) / den)} %`}
        {num === den && long > own && ` · rests for the last ${lengthText(long - own, rate)}`}
        {long < own && ` · its last ${lengthText(own - long, rate)} are not shown`}
      </p>
      <Button title={keyOf('go-inside')} onClick={() => goInside(e.id)}>
        <LogIn size={13} />
        Go into it and edit
      </Button>
    </Section>
  )
}
