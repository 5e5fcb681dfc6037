import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { run } from '../run'
import { MODEL, type Pronunciations } from './lexicon'

/** A network of words: arcs from state to state, the first state 0, the last one the end. */
export interface Net {
  states: number
  arcs: readonly { from: number; to: number; share: number; word: string | null }[]
  /** By the word of an arc: how it is said. */
  said: ReadonlyMap<string, Pronunciations>
}
/** What was heard: a word of the net, from one frame to another, and how well it fits, as a logarithm. */
export interface HeardWord {
  word: string
  from: number
  to: number
  score: number
}

/** How the search goes on: the wider, the surer it reaches the end, and the longer it takes. */
export interface Search {
  beam: string
  wordBeam: string
  phoneBeam: string
  most?: number
  silence?: string
  weight?: string
  /**
   * All sounds of the model are counted in each frame, not only those that are looked for: three times as slow, but
   * then a word's own score tells how well it fits, apart from what else is looked for.
   */
  all?: boolean
}
export const USUAL: Search = { beam: '1e-80', wordBeam: '1e-60', phoneBeam: '1e-80' }
export const WIDEST: Search = { beam: '0', wordBeam: '0', phoneBeam: '0' }

const textOf = (net: Net): string =>
  [
    'FSG_BEGIN script',
    `NUM_STATES ${net.states}`,
    'START_STATE 0',
    `FINAL_STATE ${net.states - 1}`,
    ...net.arcs.map((a) => `TRANSITION ${a.from} ${a.to} ${a.share}${a.word === null ? '' : ` ${a.word}`}`),
    'FSG_END',
    '',
  ].join('\n')
const dictionaryOf = (net: Net): string =>
  [...net.said]
    .flatMap(([word, said]) => said.map((phones, i) => `${word}${i > 0 ? `(${i + 1})` : ''} ${phones.join(' ')}`))
    .join('\n') + '\n'

/** What one line of the decoder's segments says; null where it found no way to the end. */
export function heardIn(line: string): HeardWord[] | null {
  const fields = line.trim().split(/\s+/)
  const begins = fields.indexOf('L') + 2
  const rest = fields.slice(begins)
  const out: HeardWord[] = []
  for (let i = 0; i + 4 <= rest.length; i += 4) {
    const [from, score, , word] = rest.slice(i, i + 4) as [string, string, string, string]
    const to = Number(rest[i + 4])
    if (!Number.isFinite(to)) return null
    out.push({ word: word.replace(/\(\d+\)$/, ''), from: Number(from), to, score: Number(score) })
  }
  return out.length > 0 ? out : null
}

/**
 * Finds the best way of a sound through a net of words.
 *
 * @param wav  16 kHz, mono, 16 bit
 * @returns null where the search did not reach the end
 * @throws Error when the decoder is missing; the signal's reason on cancel
 */
export async function decode(wav: string, net: Net, search: Search, signal?: AbortSignal): Promise<HeardWord[] | null> {
  const dir = await mkdtemp(path.join(tmpdir(), 'vane-align-'))
  const at = (name: string) => path.join(dir, name)
  try {
    await Promise.all([
      writeFile(at('net.fsg'), textOf(net)),
      writeFile(at('words.dict'), dictionaryOf(net)),
      writeFile(at('list'), path.basename(wav, '.wav')),
    ])
    const args = ['-hmm', MODEL, '-dict', at('words.dict'), '-fsg', at('net.fsg'), '-ctl', at('list')]
    args.push('-cepdir', path.dirname(wav), '-cepext', '.wav', '-adcin', 'yes', '-adchdr', '44')
    args.push('-remove_noise', 'no', '-remove_silence', 'no', '-cmn', 'batch', '-bestpath', 'no', '-wip', '1.0')
    args.push('-beam', search.beam, '-wbeam', search.wordBeam, '-pbeam', search.phoneBeam)
    args.push('-silprob', search.silence ?? '0.1', '-hypseg', at('heard'))
    if (search.all) args.push('-compallsen', 'yes')
    if (search.most) args.push('-maxhmmpf', String(search.most))
    if (search.weight) args.push('-lw', search.weight)
    const ran = await run('pocketsphinx_batch', args, { limit: 3600, ...(signal && { signal }) })
    if (signal?.aborted) throw signal.reason as Error
    const text = await readFile(at('heard'), 'utf8').catch(() => null)
    if (text === null)
      throw new Error(
        /ENOENT/.test(ran.stderr)
          ? 'pocketsphinx is missing. Install it: apt-get install pocketsphinx pocketsphinx-en-us'
          : `the words cannot be looked for: ${ran.stderr.trim().split('\n').at(-1) ?? ''}`,
      )
    return heardIn(text)
  } finally {
    await rm(dir, { recursive: true, force: true })
  }
}
