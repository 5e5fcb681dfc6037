import { readFile, writeFile } from 'node:fs/promises'
import { narrate, wavFile } from '../../recorder/narrator'
import { vttOf } from '@/core/voice/cues'
import { readScript } from '@/core/voice/script'
import { z } from 'zod'
import { codeOf, read, say, type CliCommand, faultOf } from './command'

const Phrases = z.array(
  z.object({ heading: z.boolean(), words: z.array(z.string()), after: z.number().nullable().optional() }),
)

export const speak: CliCommand = {
  help: `
./vane speak SCRIPT.txt --lang en --out NARRATION.wav [--words WORDS.vtt] [--json WORDS.json]

The narrator that ships speaks a script (text or Markdown), as a stand-in until a voice is recorded.

--lang    the language of the script: en, cs, de, it …
A script may also be JSON: [{"heading":false,"words":["Lend","it."],"after":2.5}], where “after” is for how many
seconds after the phrase before it, at the least, a phrase begins.

--words   when each word is spoken, a cue a word (WebVTT)
--json    the same phrase by phrase: [{"heading":false,"words":[{"text","fromUs","toUs"}]}]`,
  async run(args) {
    const given = read(args, ['SCRIPT.txt'], ['lang', 'out', 'words', 'json'])
    if (!given) return 2
    const { lang = 'en', out, words, json } = given.options
    if (!out) {
      say('Wrong use: --out NARRATION.wav says where the sound goes.')
      return 2
    }
    try {
      const text = await readFile(given.places[0]!, 'utf8').catch(() => {
        throw new Error(`${given.places[0]}: there is no such file.`)
      })
      const phrases = given.places[0]!.endsWith('.json') ? Phrases.parse(JSON.parse(text)) : readScript(text)
      const said = phrases.filter((p) => !p.heading)
      if (said.length === 0) throw new Error(`${given.places[0]}: there is nothing to say in it.`)
      const spoken = narrate(
        said.map((p) => ({ ...p, ends: phrases[phrases.indexOf(p) + 1]?.heading ?? false })),
        lang,
      )
      await writeFile(out, wavFile(spoken))
      const us = (s: number) => Math.round(s * 1e6)
      const timed = spoken.phrases.map((p) => p.map((w) => ({ text: w.text, fromUs: us(w.from), toUs: us(w.to) })))
      if (words) await writeFile(words, vttOf(timed.flat()))
      if (json) {
        let n = 0
        const all = phrases.map((p) => ({
          heading: p.heading,
          words: p.heading ? p.words.map((w) => ({ text: w, fromUs: null, toUs: null })) : timed[n++]!,
        }))
        await writeFile(json, JSON.stringify(all))
      }
      say(`${out}: ${timed.flat().length} words, ${(spoken.samples.length / spoken.rate).toFixed(1)} s.`)
      return 0
    } catch (e) {
      say(faultOf(e))
      return codeOf(e)
    }
  },
}
