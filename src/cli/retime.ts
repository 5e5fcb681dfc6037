import { mkdir, readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { applyEdit, idsFrom, lostWords, speakAnew } from '@/core/edits'
import { written } from '@/core/lesson/written'
import { resolve } from '@/core/timing'
import { align } from '@/server/align/align'
import { littleOf, spokenOf } from '@/server/align/said'
import { hashOf, processFile } from '@/server/ingest/process'
import { codeOf, loadLesson, read, say, type CliCommand, faultOf } from './command'
import { toWords } from '../words/words'

export const retime: CliCommand = {
  help: `
./vane retime LESSON.json --narration NEW.wav --script NEW.txt --out LESSON2.json [--lang en] [--media ID]
              [--picture-stays] [--anyway]

Puts another recording in place of a lesson's narration. Its words are found by the script and matched with those
before; what hangs on words goes along, and the picture waits or goes faster so that it stays with the words. The new
lesson has its media beside it, in the folder of --out.

--media           which medium is the narration; without it, the sound with the most words
--picture-stays   only the elements follow, the recording stays as it is
--anyway          also where less than half of the script is spoken in the new recording`,
  async run(args) {
    const given = read(
      args,
      ['LESSON.json'],
      ['narration', 'script', 'out', 'lang', 'media'],
      ['picture-stays', 'anyway'],
    )
    if (!given) return 2
    const { narration, script, out, lang } = given.options
    if (!narration || !script || !out) {
      say('Wrong use: --narration, --script and --out are needed. Try --help.')
      return 2
    }
    const loaded = await loadLesson(given.places[0]!)
    if (!loaded) return 1
    const { lesson, root } = loaded
    const sounds = Object.entries(lesson.media).filter(([, m]) => m.kind === 'sound')
    const media = given.options.media ?? sounds.toSorted(([, a], [, b]) => b.words.length - a.words.length)[0]?.[0]
    if (!media || !lesson.media[media]) {
      say(`${given.places[0]}: there is no narration in this lesson. Name it with --media.`)
      return 1
    }
    try {
      const text = await readFile(script, 'utf8').catch(() => {
        throw new Error(`${script}: there is no such file.`)
      })
      const making = { signal: new AbortController().signal, onStep: () => {} }
      const to = path.dirname(path.resolve(out))
      await mkdir(to, { recursive: true })
      const medium = await processFile(narration, path.basename(narration), to, await hashOf(narration, making), making)
      const voice = lesson.voices.find((v) => v.takes.includes(media))
      const language = lang ?? (voice && voice.language !== 'und' ? voice.language : 'en')
      const found = await align(narration, text, language)
      const little = littleOf(found, path.basename(narration))
      if (little && (!given.flags.has('anyway') || found.words.every((w) => w.fromUs === null))) {
        say(`${little} Nothing was re-timed; with --anyway it is, if any are.`)
        return 1
      }
      const edit = speakAnew(
        media,
        medium,
        spokenOf(found),
        language,
        found.departures,
        !given.flags.has('picture-stays'),
      )
      const before = resolve(lesson)
      const made = applyEdit(lesson, edit, idsFrom('retimed'))
      if (!('edited' in made))
        throw new Error(
          made.refused ? toWords(made.refused) : 'The new recording is as the one before: nothing changed.',
        )
      const next = made.edited.lesson
      await writeFile(out, `${JSON.stringify(written(next), null, 2)}\n`)
      if (to !== path.resolve(root))
        say(`${out}: the media of the lesson before are needed beside it: copy ${path.join(root, 'media')} there.`)
      const lost = lostWords(next)
      for (const l of lost)
        say(
          `“${l.name}” ${l.side === 'start' ? 'starts' : 'ends'} with “${l.text}”, which is said no more` +
            `${l.instead ? `; it could hang on “${l.instead.text}”` : ''}.`,
        )
      say(`${out}: ${before.length} frames before, ${resolve(next).length} now.`)
      return 0
    } catch (e) {
      say(faultOf(e))
      return codeOf(e)
    }
  },
}
