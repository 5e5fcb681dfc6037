import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { readCaptions } from '@/core/voice'
import { byFlite } from '../../../bench/voices'
import { speak, wavFile } from '../../../recorder/narrator'
import { align, type Aligned } from './align'

const dir = mkdtempSync(path.join(tmpdir(), 'vane-voices-'))
const root = process.cwd()
const SENTENCES = [
  'Welcome to the front desk of the tool library.',
  'Open the list of tools, and type a part of the name.',
  'Each tool has a page of its own.',
  'It shows the condition, and who had it last.',
  'When everything is in its case, click Lend out.',
  'The due date is two weeks from today.',
  'Send the receipt by mail.',
]
const SCRIPT = SENTENCES.join('\n\n')
/** What is spoken by another engine than the narrator that ships, and when; and what is found of it by the script. */
async function spoken(name: string, sentences: readonly string[], voice = 'slt') {
  const wav = path.join(dir, `${name}.wav`)
  const truth = byFlite(sentences.join(' '), voice, wav)
  return { truth, found: await align(wav, SCRIPT, 'en') }
}
const lost = ({ words }: Aligned) =>
  words
    .filter((w) => w.fromUs === null)
    .map((w) => w.text)
    .join(' ')
/** By how many milliseconds starts and ends are off, of the words of some sentences, in order. */
function errors({ words }: Aligned, truth: { text: string; from: number; to: number }[]): number[] {
  let next = 0
  return words
    .flatMap((w) => {
      if (w.fromUs === null || w.toUs === null) return []
      const at = truth.findIndex((t, i) => i >= next && t.text === w.text)
      if (at < 0) return []
      next = at + 1
      return [Math.abs(w.fromUs / 1e3 - truth[at]!.from * 1e3), Math.abs(w.toUs / 1e3 - truth[at]!.to * 1e3)]
    })
    .sort((a, b) => a - b)
}
const at = (list: readonly number[], share: number) => list[Math.min(list.length - 1, Math.floor(list.length * share))]!

test('each word of a script is found where another voice speaks it', async () => {
  const { found, truth } = await spoken('same', SENTENCES)
  expect(found.departures).toEqual([])
  const off = errors(found, truth)
  expect(off.length).toBe(2 * found.words.length)
  expect(at(off, 0.5)).toBeLessThanOrEqual(20)
  expect(at(off, 0.95)).toBeLessThanOrEqual(90)
  expect(found.words.every((w) => w.confidence > 0.4)).toBe(true)
})
test('a voice that writes digital silence where a stop closes is found as exactly, in another language', async () => {
  const wav = path.join(dir, 'silent-stops.wav')
  const script = 'Benvenuti alla biblioteca degli attrezzi. Oggi prestiamo un trapano a batteria. Scrivete il nome.'
  const said = speak([{ at: 0.4, text: script }], 'it+m1', 150)
  writeFileSync(wav, wavFile(said))
  const found = await align(wav, script, 'it')
  const off = errors(found, said.words)
  expect(off.length).toBe(2 * said.words.length)
  expect(off.at(-1)).toBeLessThan(100)
  expect(at(off, 0.5)).toBeLessThanOrEqual(20)
})
test('the narration of the demo is found by its script, headings are not spoken', async () => {
  const { words } = readCaptions(readFileSync(path.join(root, 'demo/media/narration.vtt'), 'utf8'), 'n') as {
    words: { text: string; fromUs: number; toUs: number }[]
  }
  const script = `# Lend out\n\n${words.map((w) => w.text).join(' ')}`
  const found = await align(path.join(root, 'demo/media/narration.wav'), script, 'en-GB')
  expect(found.phrases[0]).toEqual({ heading: true, words: ['Lend', 'out'] })
  expect(found.words.length).toBe(words.length)
  const off = errors(
    found,
    words.map((w) => ({ text: w.text, from: w.fromUs / 1e6, to: w.toUs / 1e6 })),
  )
  expect(at(off, 0.5)).toBeLessThanOrEqual(20)
})
test('a sentence that is left out is told, the others keep their times', async () => {
  const { found, truth } = await spoken('left-out', SENTENCES.toSpliced(3, 1))
  expect(lost(found)).toBe(SENTENCES[3])
  expect(found.departures.every((d) => d.kind === 'left out')).toBe(true)
  expect(at(errors(found, truth), 0.95)).toBeLessThanOrEqual(90)
})
test('a sentence that is said twice counts where it is said last', async () => {
  const { found } = await spoken('twice', SENTENCES.toSpliced(4, 0, SENTENCES[4]!), 'awb')
  expect(lost(found)).toBe('')
  expect(new Set(found.departures.map((d) => d.kind))).toEqual(new Set(['said again']))
  const first = found.words.findIndex((w) => w.text === 'When')
  expect(found.words[first]!.fromUs).toBeGreaterThan(found.departures.at(-1)!.toUs - 50_000)
})
test('other words in place of some, and something said beside them, are told', async () => {
  const other = await spoken(
    'other',
    SENTENCES.map((s, i) => (i === 5 ? 'The due date is nearly a whole month from today.' : s)),
  )
  expect(other.found.departures.map((d) => d.kind)).toEqual(['other words'])
  expect(lost(other.found)).toBe('two weeks')
  const aside = await spoken('aside', SENTENCES.toSpliced(3, 0, 'By the way, it is raining again outside.'), 'awb')
  expect(aside.found.departures.map((d) => d.kind)).toEqual(['aside'])
  expect(at(errors(aside.found, aside.truth), 0.95)).toBeLessThanOrEqual(90)
})
test('one other word in the place of one is told, and no more', async () => {
  const changed = SENTENCES.map((s) => s.replace('page', 'basket'))
  const { found } = await spoken('one-other', changed, 'rms')
  expect(found.departures.map((d) => d.kind)).toEqual(['other words'])
  expect(lost(found)).toBe('page')
})
test('one other word is told in a language that the model does not know, by how the machine speaks it', async () => {
  const wav = path.join(dir, 'one-other-it.wav')
  const script = 'Benvenuti alla biblioteca degli attrezzi. Oggi prestiamo un trapano a batteria. Scrivete il nome.'
  writeFileSync(wav, wavFile(speak([{ at: 0.4, text: script.replace('trapano', 'martello') }], 'it+f2', 150)))
  const found = await align(wav, script, 'it')
  expect(found.departures.map((d) => d.kind)).toEqual(['other words'])
  expect(lost(found)).toBe('trapano')
})
test('a script without a word, and a file without a sound, are refused with a sentence', async () => {
  await expect(align(path.join(dir, 'same.wav'), '# Only a heading', 'en')).rejects.toThrow('not a word in the script')
  await expect(align(path.join(root, 'package.json'), SCRIPT, 'en')).rejects.toThrow('The sound of package.json')
})

/** A sound that nobody speaks in. */
function made(name: string, graph: string): string {
  const wav = path.join(dir, `${name}.wav`)
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-f', 'lavfi', '-i', graph, '-ar', '48000', wav])
  return wav
}
test.each([
  ['beeps', 'aevalsrc=0.5*sin(2*PI*1000*t)*lt(mod(t\\,1)\\,0.2):s=48000:d=12'],
  ['silence', 'anullsrc=r=48000:d=4.3'],
  ['a hiss', 'anoisesrc=c=pink:a=0.2:r=48000:d=9'],
])(
  'in %s no word is found',
  async (name, graph) => {
    const found = await align(made(name, graph), SENTENCES.slice(0, 3).join('\n\n'), 'en')
    expect(found.words.filter((w) => w.fromUs !== null)).toEqual([])
    expect([...new Set(found.departures.map((d) => d.kind))]).toEqual(['left out'])
  },
  60_000,
)
test('a sentence in whose place there are beeps is left out, the others are found', async () => {
  const wav = path.join(dir, 'beeped.wav')
  const [before, after] = [path.join(dir, 'before.wav'), path.join(dir, 'after.wav')]
  byFlite(SENTENCES.slice(0, 2).join(' '), 'rms', before)
  byFlite(SENTENCES.slice(3).join(' '), 'rms', after)
  const beeps = made('between', 'aevalsrc=0.4*sin(2*PI*800*t)*lt(mod(t\\,0.4)\\,0.25):s=48000:d=3')
  const files = [before, beeps, after].flatMap((f) => ['-i', f])
  const joined = '[0]aresample=16000[a];[1]aresample=16000[b];[2]aresample=16000[c];[a][b][c]concat=n=3:v=0:a=1'
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...files, '-filter_complex', joined, wav])
  const found = await align(wav, SCRIPT, 'en')
  expect(lost(found)).toBe(SENTENCES[2])
})
