import { access } from 'node:fs/promises'
import path from 'node:path'
import { findingsOf } from '@/core/findings'
import { resolve } from '@/core/timing'
import { loadLesson, read, say, type CliCommand } from './command'

export const check: CliCommand = {
  help: `
./vane check LESSON.json

Validates a lesson and names every fault by its place in the file.`,
  async run(args) {
    const given = read(args, ['LESSON.json'], [])
    if (!given) return 2
    const loaded = await loadLesson(given.places[0]!)
    if (!loaded) return 1
    let missing = 0
    for (const [id, m] of Object.entries(loaded.lesson.media)) {
      await access(path.join(loaded.root, m.file)).catch(() => {
        missing++
        say(`${given.places[0]}: media.${id}.file: there is no file ${m.file} beside the lesson.`)
      })
    }
    if (missing > 0) return 1
    for (const f of findingsOf(resolve(loaded.lesson))) say(`note: ${f.sentence}`)
    say(`${given.places[0]}: a sound lesson of ${loaded.lesson.elements.length} elements.`)
    return 0
  },
}
