import { LogIn } from 'lucide-react'
import type { Element } from '@/core/lesson/schema'
import { lessonIn } from '@/core/kinds'
import { lengthText } from '@/core/time'
import { goInside } from '../state/inside'
import { useShown } from '../state/desk'
import { keyOf } from '../commands/commands'
import { Button } from '../kit/button'
import { Section } from '../fields/section'

/** The lesson that an element places in this one: what it is, how it goes by, and the way into it. */
export function PartSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const there = lessonIn(timed, e)
  if (!there) return null
  const { inner, own, long } = there
  const { num, den } = there.pace
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
