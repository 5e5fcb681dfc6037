import { writeFile } from 'node:fs/promises'
import { renderFrame } from '@/server/render/frame'
import { resolve } from '@/core/timing'
import { inLanguage } from '@/core/language'
import { loadLesson, read, say, sayChanged, speaksOrSays, wholeFrame, type CliCommand } from './command'

export const frame: CliCommand = {
  help: `
./vane frame LESSON.json FRAME --out FILE.png [--language cs]

Paints one frame of the lesson as a PNG, in the lesson's size.`,
  async run(args) {
    const given = read(args, ['LESSON.json', 'FRAME'], ['out', 'language'])
    if (!given) return 2
    const n = wholeFrame(given.places[1]!, 'FRAME')
    if (n === null) return 2
    if (!given.options.out) {
      say('Wrong use: --out FILE.png says where the picture goes.')
      return 2
    }
    const loaded = await loadLesson(given.places[0]!)
    if (!loaded) return 1
    sayChanged(loaded.lesson)
    const { language } = given.options
    if (!speaksOrSays(loaded.lesson, language, given.places[0]!)) return 1
    const lesson = language === undefined ? loaded.lesson : inLanguage(loaded.lesson, language)
    const { length } = resolve(lesson)
    if (n >= length) {
      say(`The lesson has ${length} frames, 0 to ${length - 1}; there is no frame ${n}.`)
      return 1
    }
    await writeFile(given.options.out, (await renderFrame(lesson, loaded.root, n)).toBuffer('image/png'))
    return 0
  },
}
