import { toast } from 'sonner'
import { jumpsAt } from '@/core/review/seam'
import { frameStartUs } from '@/core/time'
import { hasChanged } from '@/core/vision/colours'
import { desk, selectAlone } from '../state/desk'
import { filmOf, type Film } from '../kit/film'
import { inWords } from '../../words/words'

/** So many jumps are told at once. */
const TOLD = 4

/** Looks whether the passage, or all of the lesson, goes on without a jump when it is played over and over. */
export async function checkSeam(): Promise<void> {
  const { timed, passage } = desk()
  const { from, to } = passage ?? { from: 0, to: timed.length }
  const films = new Map<string, Film>()
  for (const [id, medium] of Object.entries(timed.lesson.media)) {
    const film = await filmOf(medium)
    if (film) films.set(id, film)
  }
  const near = (id: string, frame: number) => {
    const film = films.get(id)!
    const us = frameStartUs(frame, timed.lesson.media[id]!.rate ?? timed.lesson.rate)
    return film.picture(Math.min(film.count - 1, Math.round(us / film.stepUs)))
  }
  const same = (id: string, a: number, b: number) => (films.has(id) ? !hasChanged(near(id, a), near(id, b)) : null)
  const what = passage ? inWords('commands.passage') : inWords('commands.theLesson')
  const jumps = jumpsAt(timed, from, to, same)
  if (jumps.length === 0) {
    toast.success(inWords('commands.goesOnFromItsLast', what))
    return
  }
  selectAlone(jumps.map((j) => j.element).filter((id) => timed.spans.has(id)))
  const more = jumps.length > TOLD ? inWords('commands.andMore', jumps.length - TOLD) : ''
  toast(inWords('commands.doesNotGoOnWithout', what), {
    description:
      jumps
        .slice(0, TOLD)
        .map((j) => j.sentence)
        .join(' ') + more,
    duration: 12_000,
  })
}
