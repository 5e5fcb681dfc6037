import { setElements } from '@/core/edits'
import { plays } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { holds } from '@/core/motion'
import { framesPerSecond } from '@/core/time'
import { edit, useShown } from '../state/desk'
import { HOWS, PassingFields } from '../fields/passing'
import { Section } from '../fields/section'
import { inWords, said } from '../../words/words'

/** Sound comes and goes by getting louder and softer. */
const HEARD_HOWS = HOWS.slice(0, 2)
/** What holds others together has no line of its own to be drawn. */
const HELD_HOWS = HOWS.filter(({ value }) => value !== 'draw' && value !== 'uncover')

/** How an element arrives and departs. */
export function PassingSection({ element: e }: { element: Element }) {
  const { lesson } = useShown()
  return (
    <Section title={inWords('details.arrivalAndDeparture')} folds="open">
      {(['arrival', 'departure'] as const).map((which) => (
        <PassingFields
          key={which}
          which={which}
          value={e[which]}
          perSecond={framesPerSecond(lesson.rate)}
          hows={plays(e)?.what === 'sound' ? HEARD_HOWS : holds(e) ? HELD_HOWS : HOWS}
          onChange={(more) =>
            edit(
              said(which === 'arrival' ? 'details.changeHowItComes' : 'details.changeHowItGoes', e.name),
              setElements([e.id], Object.fromEntries(Object.entries(more).map(([k, v]) => [`${which}.${k}`, v]))),
            )
          }
        />
      ))}
    </Section>
  )
}
