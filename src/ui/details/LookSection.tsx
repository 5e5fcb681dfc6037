import { Undo2 } from 'lucide-react'
import { followStyle, putBack } from '@/core/edits'
import { differsFrom, fieldsOf, looksOf } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { edit, useShown } from '../state/desk'
import { IconButton } from '../kit/button'
import { Choice } from '../fields/fields'
import { Section } from '../fields/section'
import { inWords, said, termOf, toWords } from '../../words/words'

const OTHERS: Record<string, string> = {
  shadow: inWords('details.shadow'),
  arrival: inWords('details.arrival'),
  departure: inWords('details.departure'),
}
/** Which look of the house style an element follows; what it has of its own is told, and can be put back. */
export function LookSection({ element: e }: { element: Element }) {
  const { lesson } = useShown()
  const { style } = lesson
  if (!style) return null
  if (e.always)
    return (
      <Section title={inWords('details.houseStyle')} folds="open">
        <p className="text-muted">{inWords('details.itStandsInEveryLesson', style.name)}</p>
      </Section>
    )
  const looks = looksOf(e, style)
  if (looks.length === 0) return null
  const own = differsFrom(e, style, lesson)
  const named = (path: string) => {
    const field = fieldsOf(e).find((f) => f.path === path || `${f.path}.family` === path)
    return OTHERS[path] ?? (field ? toWords(field.label) : path)
  }
  const back = (paths: string[], words: string) => edit(said('details.putBack', words, e.name), putBack([e.id], paths))
  const title = (name: string) => termOf(name.includes('/') ? name.split('/')[1]! : 'usual')
  return (
    <Section
      title={inWords('details.houseStyle')}
      folds="open"
      right={
        own.length > 0 && (
          <IconButton
            label={inWords('details.putAllBackToThe')}
            onClick={() => back(own, inWords('details.toTheHouseStyle'))}
          >
            <Undo2 size={14} />
          </IconButton>
        )
      }
    >
      <Choice
        label={inWords('details.look')}
        value={e.styled ?? ''}
        options={[
          { value: '', label: inWords('details.ownLook') },
          ...looks.map((value) => ({ value, label: `${style.name}: ${title(value)}` })),
        ]}
        onChange={(look) =>
          edit(
            said('app.of', e.name, look === '' ? said('details.aLookOfItsOwn') : look),
            followStyle([e.id], look === '' ? null : look),
          )
        }
      />
      {own.length > 0 && (
        <ul className="flex flex-wrap gap-1" aria-label={inWords('details.notAsInTheHouse')}>
          {own.map((path) => (
            <li key={path}>
              <button
                type="button"
                title={inWords('details.putBackNamed', named(path).toLowerCase())}
                onClick={() => back([path], named(path).toLowerCase())}
                className={
                  'inline-flex items-center gap-1 rounded border border-accent bg-accent-wash px-1.5 text-xs ' +
                  'hover:bg-card'
                }
              >
                {named(path)}
                <Undo2 size={11} />
              </button>
            </li>
          ))}
        </ul>
      )}
    </Section>
  )
}
