import { LogIn } from 'lucide-react'
import type { Element } from '@/core/lesson/schema'
import { lessonIn } from '@/core/kinds'
import { lengthText } from '@/core/time'
import { goInside } from '../state/inside'
import { useShown } from '../state/desk'
import { keyOf } from '../commands/commands'
import { Button } from '../kit/button'
import { Section } from '../fields/section'
import { inWords } from '../../words/words'

/** The lesson that an element places in this one: what it is, how it goes by, and the way into it. */
export function PartSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const there = lessonIn(timed, e)
  if (!there) return null
  const { inner, own, long } = there
  const { num, den } = there.pace
  const { name, rate } = inner.lesson
  return (
    <Section title={inWords('details.placedInThisOne')}>
      <p className="text-muted">
        {inWords(
          'details.takes',
          name,
          lengthText(own, rate),
          num !== den ? inWords('details.goesByAt', Math.round((100 * num) / den)) : '',
          num === den && long > own ? inWords('details.restsForTheLast', lengthText(long - own, rate)) : '',
          long < own ? inWords('details.itsLastAreNotShown', lengthText(own - long, rate)) : '',
        )}
      </p>
      <Button title={keyOf('go-inside')} onClick={() => goInside(e.id)}>
        <LogIn size={13} />
        {inWords('details.goIntoItAndEdit')}
      </Button>
    </Section>
  )
}
