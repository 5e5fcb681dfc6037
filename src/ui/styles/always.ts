import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import { alwaysFrom, inOne, removeElements, setStyle, withMembers } from '@/core/edits'
import type { HouseStyle } from '@/core/lesson/schema'
import { SHIPPED_STYLES } from '@/core/styles'
import { desk, edit } from '../state/desk'
import { ask, sentenceOf } from '../kit/api'
import { loadStyles } from './kept'
import { inWords, said } from '../../words/words'

/** Lets what is selected stand in every lesson of this one's house style; a shipped one becomes the team's. */
export async function standInEveryLesson(): Promise<void> {
  const { lesson, timed, elements } = desk()
  const { style } = lesson
  if (!style) {
    toast(inWords('styles.chooseAHouseStyleFor'))
    return
  }
  const ids = withMembers(lesson, elements)
  const chosen = lesson.elements.filter((e) => ids.includes(e.id))
  const shipped = SHIPPED_STYLES.some((s) => s.id === style.id)
  const next: HouseStyle = {
    ...style,
    name: shipped ? `${style.name}, ours`.slice(0, 80) : style.name,
    revision: style.revision + 1,
    always: alwaysFrom(timed, chosen),
  }
  try {
    if (shipped) next.id = (await ask(ROUTES.keep, { body: { kind: 'style', doc: next } })).id
    else await ask(ROUTES.keepAgain, { at: { id: style.id }, body: { kind: 'style', doc: next, base: style.revision } })
    await loadStyles()
  } catch (e) {
    toast.error(sentenceOf(e))
    return
  }
  edit(said('styles.theyStandInEveryLesson', next.name), inOne([removeElements(ids), setStyle(next)]))
  toast(inWords('styles.itStandsInEveryLesson', next.name))
}
