import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import { templateOf } from '@/core/ready'
import { desk } from '../state/desk'
import { ask, sentenceOf } from '../kit/api'

/** Keeps the lesson without its recordings and its narration, to begin others with. */
export async function keepAsTemplate(): Promise<void> {
  const { timed } = desk()
  const lesson = templateOf(timed)
  const n = lesson.elements.length
  const doc = { name: timed.lesson.name.slice(0, 80), about: `${n === 1 ? 'One element' : `${n} elements`}.`, lesson }
  try {
    await ask(ROUTES.keep, { body: { kind: 'template', doc } })
    toast(`“${doc.name}” is kept as a template, without its recordings. Lessons are begun with it in the library.`)
  } catch (e) {
    toast.error(sentenceOf(e))
  }
}
