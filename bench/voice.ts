import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { align } from '@/server/align/align'
import { degraded, KINDS, recordings, type Recording } from './voices'
import type { Figure } from './report'

/** By how many milliseconds starts and ends of words are off; and how many words were not found. */
async function errorsOf(r: Recording): Promise<{ off: number[]; lost: number; ms: number }> {
  const began = performance.now()
  const found = await align(r.wav, r.script, r.language)
  const ms = performance.now() - began
  const off: number[] = []
  let next = 0
  let lost = 0
  for (const [n, w] of found.words.entries()) {
    const at = r.words.findIndex((t, i) => i >= next && i < next + 4 && t.text === w.text)
    if (at < 0) continue
    next = at + 1
    if (w.fromUs === null || w.toUs === null) {
      lost++
      continue
    }
    off.push(Math.abs(w.fromUs / 1e3 - r.words[at]!.from * 1e3))
    // The engine tells some short words together with the next: where such a one ends it does not say.
    const follows = found.words[n + 1]?.text
    if (follows === undefined || r.words[at + 1]?.text === follows)
      off.push(Math.abs(w.toUs / 1e3 - r.words[at]!.to * 1e3))
  }
  return { off, lost, ms }
}
const at = (list: readonly number[], share: number): number =>
  list.toSorted((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? 0

/** How exactly the words of scripts are found in speech of other voices, clean and degraded, by language. */
export async function measureVoice(say: (line: string) => void): Promise<Figure[]> {
  const dir = mkdtempSync(path.join(tmpdir(), 'vane-voice-'))
  try {
    const clean = recordings(dir)
    const rows: Figure[] = []
    let heardMs = 0
    let tookMs = 0
    for (const kind of Object.keys(KINDS))
      for (const english of [true, false]) {
        const own = clean.filter((r) => (r.language === 'en') === english)
        const off: number[] = []
        const by = new Map<string, number[]>()
        let lost = 0
        for (const r of own) {
          const one = await errorsOf(kind === 'clean' ? r : degraded(r, kind, dir, 7))
          off.push(...one.off)
          by.set(r.language, [...(by.get(r.language) ?? []), ...one.off])
          lost += one.lost
          tookMs += one.ms
          heardMs += (r.words.at(-1)?.to ?? 0) * 1000
        }
        const far = (100 * off.filter((v) => v > 200).length) / Math.max(1, off.length)
        const hard = kind === '15 dB' || kind === 'echo'
        const name = `words found: ${english ? 'English' : `${by.size} other languages`}, ${kind}`
        const each = [...by].map(([l, list]) => `${l} ${at(list, 0.5).toFixed(0)}/${at(list, 0.95).toFixed(0)}`)
        const measured = `${at(off, 0.5).toFixed(0)} ms, 95 % ${at(off, 0.95).toFixed(0)} ms`
        say(`${name}: ${measured}, ${far.toFixed(1)} % far off, ${lost} lost`)
        rows.push({
          what: name,
          bar: hard ? '≤ 40 ms, 95 % ≤ 200 ms, ≤ 6 % far off' : '≤ 20 ms, 95 % ≤ 90 ms, ≤ 1 % far off',
          measured,
          detail:
            `${far.toFixed(1)} % off by more than 200 ms, ${lost} of ${Math.ceil(off.length / 2) + lost} words not ` +
            `found${english ? '' : `; median and 95 % by language, ms: ${each.join(', ')}`}`,
        })
      }
    rows.push({
      what: 'words found, as fast as',
      bar: '≥ 8 × real time',
      measured: `${(heardMs / tookMs).toFixed(1)} ×`,
      detail: `${(heardMs / 1000).toFixed(0)} s of speech in ${(tookMs / 1000).toFixed(0)} s`,
    })
    return rows
  } finally {
    rmSync(dir, { recursive: true, force: true })
  }
}
