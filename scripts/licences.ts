import { readFileSync } from 'node:fs'
import path from 'node:path'

/** What a product like this may ship under: each may be passed on, changed or not, with its notice. */
const FREE = new Set(['MIT', 'ISC', '0BSD', 'BSD-2-Clause', 'BSD-3-Clause', 'Apache-2.0', 'MPL-2.0', 'OFL-1.1'])
const OTHERS = new Set(['BlueOak-1.0.0', 'CC-BY-4.0', 'CC0-1.0'])
/** Says nothing in its package file, but in its text. */
const TOLD: Record<string, string> = { 'combine-errors': 'MIT' }
/** Comes with the framework as an extra, is not used, and is taken away after each install. */
const TAKEN_AWAY = /^(sharp|@img\/.+)$/

export interface Licensed {
  name: string
  version: string
  licence: string
  /** It is needed only to build and to prove the program. */
  dev: boolean
}
interface Locked {
  version: string
  license?: string
  dev?: boolean
}

/** Every package of the lock file with its licence, by name; those that are taken away again left out. */
export function licences(root: string): Licensed[] {
  const lock = JSON.parse(readFileSync(path.join(root, 'package-lock.json'), 'utf8')) as {
    packages: Record<string, Locked>
  }
  const all = Object.entries(lock.packages).flatMap(([where, { version, license, dev }]) => {
    const name = where.split('node_modules/').at(-1)!
    if (where === '' || TAKEN_AWAY.test(name)) return []
    return [{ name, version, licence: license ?? TOLD[name] ?? 'none told', dev: dev === true }]
  })
  const once = new Map(all.map((p) => [`${p.name} ${p.version}`, p]))
  return [...once.values()].sort((a, b) => a.name.localeCompare(b.name, 'en'))
}
/** Whether all that a licence asks for is free to ship: `A AND B` asks for both, `(A OR B)` for one. */
export const isFree = (licence: string): boolean =>
  licence
    .replace(/[()]/g, '')
    .split(' AND ')
    .every((part) => part.split(' OR ').some((one) => FREE.has(one) || OTHERS.has(one)))

/** `docs/licences.md`: what the product is shipped with. */
export function licencesPage(list: readonly Licensed[]): string {
  const shipped = list.filter((p) => !p.dev)
  const named = [...new Set(shipped.map((p) => p.licence))].sort((a, b) => a.localeCompare(b, 'en'))
  const parts = named.map((licence) => {
    const of = shipped.filter((p) => p.licence === licence).map((p) => `${p.name} ${p.version}`)
    return `## ${licence}\n\n${of.join(', ')}.`
  })
  return `# Licences of what the program is shipped with

Written by \`npx tsx scripts/writeLicences.ts\` from the lock file; \`./vane test\` holds it against that, and every
licence, of what only builds and proves the program too, against what is free to ship.

${parts.join('\n\n')}
`
}
