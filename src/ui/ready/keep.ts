import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import { readyFrom, withMembers } from '@/core/edits'
import { desk } from '../state/desk'
import { ask, sentenceOf } from '../kit/api'
import { inWords, said } from '../../words/words'

/** Keeps what is selected as a ready thing, with its ties as slots. */
export async function keepAsReady(): Promise<void> {
  const { lesson, timed, elements } = desk()
  const ids = withMembers(lesson, elements)
  const chosen = lesson.elements.filter((e) => ids.includes(e.id))
  if (chosen.length === 0) return
  const first = chosen.find((e) => e.id === elements[0])
  const thing = readyFrom(timed, chosen, (first?.name ?? inWords('ready.readyThing')).slice(0, 80))
  try {
    await ask(ROUTES.keep, { body: { kind: 'ready', doc: thing } })
    const hangs = thing.slots.length
    toast(
      hangs > 0
        ? inWords('ready.isKeptAndHangsOn', thing.name, said('counts.moment', hangs))
        : inWords('ready.isKeptAsAReady', thing.name),
    )
  } catch (e) {
    toast.error(sentenceOf(e))
  }
}
