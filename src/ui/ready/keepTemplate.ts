import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import { templateOf } from '@/core/ready'
import { desk } from '../state/desk'
import { ask, sentenceOf } from '../kit/api'
import { inWords } from '../../words/words'

/** Keeps the lesson without its recordings and its narration, to begin others with. */
export async function keepAsTemplate(): Promise<void> {
  const { timed } = desk()
  const lesson = templateOf(timed)
  const n = lesson.elements.length
  const doc = {
    name: timed.lesson.name.slice(0, 80),
    about: `${n === 1 ? inWords('ready.oneElement') : inWords('ready.elements', n)}.`,
    lesson,
  }
  try {
    await ask(ROUTES.keep, { body: { kind: 'template', doc } })
    toast(inWords('ready.isKeptAsATemplate', doc.name))
  } catch (e) {
    toast.error(sentenceOf(e))
  }
}
