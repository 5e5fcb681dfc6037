import { writeFile } from 'node:fs/promises'
import { captionsOf, inLanguage } from '@/core/language'
import { timedOf } from '@/core/scene'
import { vttOf } from '@/core/voice/cues'
import { ExportChoice } from '@/contract/exports'
import { exportVideo } from '@/server/render/exportVideo'
import {
  faultOf,
  codeOf,
  loadLesson,
  read,
  say,
  sayChanged,
  speaksOrSays,
  wholeFrame,
  type CliCommand,
} from './command'

export const render: CliCommand = {
  help: `
./vane render LESSON.json --out FILE.mp4 [--from FRAME --to FRAME] [--quality draft|good|best] [--height PIXELS]
              [--loudness 16] [--language cs] [--captions FILE.vtt]

Exports the lesson, or the passage [FROM, TO), as an MP4 (H.264, AAC). Progress on stderr.
  --loudness N   brings it to −N LUFS as a whole (EBU R 128); 16 for most players
  --language L   in another of the lesson's languages
  --captions F   what is said, as WebVTT, a cue a phrase
  --json   progress as JSON Lines: {"frame":120,"of":2130,"framesPerSecond":58.2}
  --media DIR   the folder that holds the lesson's media folder (default: beside the lesson)`,
  async run(args) {
    const given = read(
      args,
      ['LESSON.json'],
      ['out', 'from', 'to', 'quality', 'height', 'media', 'loudness', 'language', 'captions'],
      ['json'],
    )
    if (!given) return 2
    const { out, from, to, quality, height, media, loudness, language, captions } = given.options
    if (!out) {
      say('Wrong use: --out FILE.mp4 says where the video goes.')
      return 2
    }
    const fromFrame = from === undefined ? undefined : wholeFrame(from, '--from')
    const toFrame = to === undefined ? undefined : wholeFrame(to, '--to')
    if (fromFrame === null || toFrame === null) return 2
    const choice = ExportChoice.safeParse({
      from: fromFrame,
      to: toFrame,
      quality,
      height: height === undefined ? undefined : Number(height),
      loudness: loudness === undefined ? undefined : -Math.abs(Number(loudness)),
      language,
    })
    if (!choice.success) {
      say(`Wrong use: --${choice.error.issues[0]?.path.join('.')}: ${choice.error.issues[0]?.message}`)
      return 2
    }
    const loaded = await loadLesson(given.places[0]!)
    if (!loaded) return 1
    sayChanged(loaded.lesson)
    if (!speaksOrSays(loaded.lesson, language, given.places[0]!)) return 1
    const cancel = new AbortController()
    for (const s of ['SIGINT', 'SIGTERM'] as const)
      process.once(s, () => cancel.abort(new Error('Cancelled; nothing was written.')))
    try {
      const { loudness: was } = await exportVideo(
        loaded.lesson,
        { root: media ?? loaded.root, out },
        choice.data,
        (p) => {
          if (given.flags.has('json')) process.stderr.write(`${JSON.stringify(p)}\n`)
          else process.stderr.write(`\rframe ${p.frame} of ${p.of}, ${p.framesPerSecond.toFixed(1)} frames a second   `)
        },
        cancel.signal,
      )
      if (captions) {
        const timed = timedOf(language === undefined ? loaded.lesson : inLanguage(loaded.lesson, language))
        await writeFile(captions, vttOf(captionsOf(timed, fromFrame, toFrame)))
      }
      const told = was ? { lufs: was.lufs, peakDb: was.peakDb } : {}
      if (given.flags.has('json')) process.stderr.write(`${JSON.stringify(told)}\n`)
      else say(`\n${out} is written${was ? `; it was at ${was.lufs} LUFS, now at ${choice.data.loudness}` : ''}.`)
    } catch (e) {
      say(given.flags.has('json') ? JSON.stringify({ error: faultOf(e) }) : `\n${faultOf(e)}`)
      return codeOf(e)
    }
    return 0
  },
}
