import { ExportChoice } from '@/contract/exports'
import { exportVideo } from '@/server/render/exportVideo'
import { codeOf, loadLesson, read, say, wholeFrame, type Command } from './command'

export const render: Command = {
  help: `
./vane render LESSON.json --out FILE.mp4 [--from FRAME --to FRAME] [--quality draft|good|best] [--height PIXELS]

Exports the lesson, or the passage [FROM, TO), as an MP4 (H.264, AAC). Progress on stderr.
  --json   progress as JSON Lines: {"frame":120,"of":2130,"framesPerSecond":58.2}
  --media DIR   the folder that holds the lesson's media folder (default: beside the lesson)`,
  async run(args) {
    const given = read(args, ['LESSON.json'], ['out', 'from', 'to', 'quality', 'height', 'media'], ['json'])
    if (!given) return 2
    const { out, from, to, quality, height, media } = given.options
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
    })
    if (!choice.success) {
      say(`Wrong use: --${choice.error.issues[0]?.path.join('.')}: ${choice.error.issues[0]?.message}`)
      return 2
    }
    const loaded = await loadLesson(given.places[0]!)
    if (!loaded) return 1
    const cancel = new AbortController()
    for (const s of ['SIGINT', 'SIGTERM'] as const)
      process.once(s, () => cancel.abort(new Error('Cancelled; nothing was written.')))
    try {
      await exportVideo(
        loaded.lesson,
        media ?? loaded.root,
        out,
        choice.data,
        (p) => {
          if (given.flags.has('json')) process.stderr.write(`${JSON.stringify(p)}\n`)
          else process.stderr.write(`\rframe ${p.frame} of ${p.of}, ${p.framesPerSecond.toFixed(1)} frames a second   `)
        },
        cancel.signal,
      )
    } catch (e) {
      say(given.flags.has('json') ? JSON.stringify({ error: (e as Error).message }) : `\n${(e as Error).message}`)
      return codeOf(e)
    }
    if (!given.flags.has('json')) say(`\n${out} is written.`)
    return 0
  },
}
