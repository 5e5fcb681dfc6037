import { readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { isSpoken } from '@/server/align/lexicon'
import { vttOf } from '@/core/voice/cues'
import { littleOf } from '@/server/align/said'
import { align as alignFile, type Aligned } from '@/server/align/align'
import { codeOf, read, say, type CliCommand, faultOf, readableOrSays } from './command'

export const align: CliCommand = {
  help: `
./vane align AUDIO SCRIPT.txt [--lang en] --out words.vtt [--json]

Finds when each word of a script is spoken in a recording (any sound, or a video with one), offline, and writes WebVTT
with a cue a word; with --json, [{"word","start","end","confidence"}] in seconds, where start and end are null for words
that are not spoken. What is said otherwise than in the script is told.

--lang   the language, as a tag: en, it, cs, de …`,
  async run(args) {
    const given = read(args, ['AUDIO', 'SCRIPT.txt'], ['lang', 'out'], ['json'])
    if (!given) return 2
    const { lang = 'en', out } = given.options
    if (!out || !/^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$/.test(lang)) {
      say('Wrong use: --out FILE is needed, and --lang is a tag like en or pt-BR. Try --help.')
      return 2
    }
    try {
      const [audio, file] = given.places as [string, string]
      if (!(await readableOrSays(audio))) return 1
      if (!(await isSpoken(lang))) {
        say(`Wrong use: no words are known of the language “${lang}”. Choose another: en, cs, de …`)
        return 2
      }
      const script = await readFile(file, 'utf8').catch(() => {
        throw new Error(`${file}: there is no such file.`)
      })
      const found = await alignFile(audio, script, lang)
      if (found.words.every((w) => w.fromUs === null)) {
        say(`${littleOf(found, path.basename(audio))} ${out} was not written.`)
        return 1
      }
      await writeFile(out, given.flags.has('json') ? jsonOf(found) : vttIn(found))
      for (const line of told(found)) say(line)
      const there = found.words.filter((w) => w.fromUs !== null).length
      say(`${out}: ${there} of ${found.words.length} words have their time.`)
      return 0
    } catch (e) {
      say(faultOf(e))
      return codeOf(e)
    }
  },
}

const seconds = (us: number | null): number | null => (us === null ? null : us / 1e6)
const jsonOf = ({ words }: Aligned): string =>
  `${JSON.stringify(
    words.map((w) => ({ word: w.text, start: seconds(w.fromUs), end: seconds(w.toUs), confidence: w.confidence })),
  )}\n`
const vttIn = ({ words }: Aligned): string =>
  vttOf(words.flatMap(({ text, fromUs, toUs }) => (fromUs === null || toUs === null ? [] : [{ text, fromUs, toUs }])))

/** What is said otherwise, a sentence each. */
function told({ words, departures }: Aligned): string[] {
  const at = (us: number) => `${(us / 1e6).toFixed(2)} s`
  return departures.map((d) => {
    const text = `“${words
      .slice(Math.max(0, d.first), d.last + 1)
      .map((w) => w.text)
      .join(' ')}”`
    switch (d.kind) {
      case 'left out':
        return `${text} is left out.`
      case 'said again':
        return `${text} is said more than once; from ${at(d.fromUs)} to ${at(d.toUs)} it does not count.`
      case 'other words':
        return `Instead of ${text} something else is said, from ${at(d.fromUs)} to ${at(d.toUs)}.`
      default: {
        const after = d.first < 0 ? 'Before the first word' : `After ${text}`
        return `${after} something else is said, from ${at(d.fromUs)} to ${at(d.toUs)}.`
      }
    }
  })
}
