import { existsSync, readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'

/** Who may import from where; a room not named here stands on its own. */
export const MAY: Record<string, string[]> = {
  'src/words': [],
  'src/core': ['src/words'],
  'src/contract': ['src/core', 'src/words'],
  'src/paint': ['src/core'],
  'src/server': ['src/words', 'src/core', 'src/paint', 'src/contract', 'recorder'],
  'src/ui': ['src/words', 'src/core', 'src/paint', 'src/contract'],
  'src/app': ['src/words', 'src/core', 'src/contract', 'src/server', 'src/ui', 'demo'],
  'src/cli': [
    'src/words',
    'src/core',
    'src/paint',
    'src/contract',
    'src/server',
    'demo',
    'recorder',
    'scripts',
    'bench',
    'testing',
  ],
  'src/instrumentation.ts': ['src/server'],
  'src/proxy.ts': ['src/contract'],
  recorder: ['src/core', 'src/server'],
  demo: ['src/core', 'src/server', 'recorder'],
}
/** A room's folders from the ground up: each may build on those before it, never on one after it. */
const FLOORS: Record<string, readonly string[]> = {
  'src/core': [
    'chance',
    'geometry',
    'time',
    'formats',
    'values',
    'display',
    'effects',
    'text',
    'lesson',
    'trace',
    'voice',
    'moments',
    'vision',
    'timing',
    'kinds',
    'styles',
    'motion',
    'sound',
    'framing',
    'scene',
    'order',
    'review',
    'edits',
    'findings',
    'ready',
    'language',
    'testing',
  ],
  'src/server': [
    'problem',
    'root',
    'owner',
    'run',
    'room',
    'ids',
    'db',
    'events',
    'jobs',
    'media',
    'library',
    'lessons',
    'render',
    'trace',
    'align',
    'ingest',
    'narrate',
    'clean',
    'exports',
    'web',
    'work',
    'testing',
  ],
  'src/ui': [
    'kit',
    'state',
    'preview',
    'fields',
    'ready',
    'library',
    'styles',
    'commands',
    'files',
    'timeline',
    'script',
    'picture',
    'sounds',
    'language',
    'order',
    'details',
    'transport',
    'exports',
    'lessons',
    'workbench',
  ],
}
/** What stands in the file of a kind's look is a part of the document. */
const LOOKS = /^src\/core\/kinds\/(looks|\w+\/look)$/
/** What core may name from outside the project: pure libraries only. */
const CORE_LIBRARIES = new Set(['zod', 'immer', 'culori', 'bidi-js', 'svgpath'])
/** What core must not touch: the clock, chance, the browser, the machine. */
const CORE_NEVER =
  /\b(Math\.random|Date\.now|new Date\b|performance\.now|document\.|window\.|process\.|localStorage|fetch\()/

const sources = (root: string) =>
  ['src', 'recorder', 'demo']
    .filter((d) => existsSync(path.join(root, d)))
    .flatMap((d) =>
      (readdirSync(path.join(root, d), { recursive: true }) as string[]).map(
        (f) => `${d}/${f.split(path.sep).join('/')}`,
      ),
    )
    .filter((f) => /\.tsx?$/.test(f))
const roomOf = (file: string) =>
  Object.keys(MAY)
    .filter((r) => file === r || file.startsWith(`${r}/`))
    .sort((a, b) => b.length - a.length)[0]

/** On which floor of its room a file lies; -1 where it lies on none. */
const floorOf = (room: string, file: string): number =>
  FLOORS[room]!.indexOf(file.split('/')[2]!.replace(/(\.test)?\.tsx?$/, ''))

/** Media and tracks are of a kind by these names, too. */
const ALSO_MEDIA = new Set(['sound'])

/** Every place outside the kinds that asks which kind an element is, instead of for a trait. */
export function kindsAsked(root: string): string[] {
  const home = path.join(root, 'src/core/kinds')
  const kinds = readdirSync(home, { withFileTypes: true }).flatMap((d) => (d.isDirectory() ? [d.name] : []))
  const named = kinds.filter((k) => !ALSO_MEDIA.has(k)).join('|')
  // By its name, by what its look has, by the words of its title, or by the level that only sounds have.
  const asks = new RegExp(
    `\\b(kind|k|adding) [!=]== '(${named})'|'\\w+' in [\\w.]*\\blook\\b|/\\^\\(?(Text|Callout)|'look\\.levelDb'`,
  )
  return sources(root)
    .filter((f) => f.startsWith('src/') && !f.startsWith('src/core/kinds/') && !/\.test\.tsx?$/.test(f))
    .flatMap((f) => {
      const lines = readFileSync(path.join(root, f), 'utf8').split('\n')
      return lines.flatMap((l, i) => (asks.test(l) ? [`${f}:${i + 1} asks for a kind: ${l.trim()}`] : []))
    })
}

/** Every place outside the table of moments that asks which kind a moment is, instead of for a trait. */
export function momentsAsked(root: string): string[] {
  const home = 'src/core/lesson/momentKinds.ts'
  const table = existsSync(path.join(root, home)) ? readFileSync(path.join(root, home), 'utf8') : ''
  const names = [...table.matchAll(/^ {2}(\w+): \{$/gm)].map((m) => m[1]!)
  if (names.length === 0) return [`${home} declares no kinds of moment`]
  const asks = new RegExp(`\\bkind [!=]== '(${names.join('|')})'`)
  return sources(root)
    .filter((f) => f.startsWith('src/') && f !== home && !/\.test\.tsx?$/.test(f))
    .flatMap((f) => {
      const lines = readFileSync(path.join(root, f), 'utf8').split('\n')
      return lines.flatMap((l, i) => (asks.test(l) ? [`${f}:${i + 1} asks for a kind of moment: ${l.trim()}`] : []))
    })
}

/** Every breach of the import rules under `root`, each as a sentence. */
export function breaches(root: string): string[] {
  const out: string[] = []
  for (const file of sources(root)) {
    const room = roomOf(file)
    if (!room) {
      out.push(`${file} lies in no room of the house`)
      continue
    }
    const text = readFileSync(path.join(root, file), 'utf8')
    const test = /\.test\.tsx?$/.test(file)
    for (const [, name] of text.matchAll(/(?:\bfrom\s+|\bimport\s*\(\s*|\bimport\s+)'([^'\n]+)'/g)) {
      const to = name!.startsWith('@/')
        ? `src/${name!.slice(2)}`
        : name!.startsWith('.')
          ? path.posix.normalize(path.posix.join(path.posix.dirname(file), name!))
          : null
      if (to === null) {
        const library = name!
          .split('/')
          .slice(0, name!.startsWith('@') ? 2 : 1)
          .join('/')
        if (room === 'src/core' && !test && !CORE_LIBRARIES.has(library))
          out.push(`${file} imports ${name}: core names only ${[...CORE_LIBRARIES].join(', ')}`)
        if (room === 'src/ui' && library.startsWith('node:'))
          out.push(`${file} imports ${name}: the interface runs in a browser`)
        continue
      }
      const floors = FLOORS[room]
      if (floors && to.startsWith(`${room}/`) && !test) {
        const [own, other] = [floorOf(room, file), floorOf(room, to)]
        if (own < 0) out.push(`${file} lies on no floor of ${room}`)
        else if (other > own && !LOOKS.test(to))
          out.push(`${file} imports ${to}: ${floors[own]} builds on what lies below it, ${floors[other]} lies above`)
      }
      const target = roomOf(to)
      if (target && target !== room && !MAY[room]!.includes(target) && !test)
        out.push(`${file} imports ${to}: ${room} does not reach into ${target}`)
    }
    if (room === 'src/core' && !test) {
      const hit = CORE_NEVER.exec(text)
      if (hit) out.push(`${file} uses ${hit[0]}: core is pure`)
    }
  }
  return out
}

const WIDEST = 120
/** What a script wrote, not a person. */
const GENERATED = new Set(['src/core/text/metrics.ts'])
const CODE = ['src', 'recorder', 'demo', 'e2e', 'bench', 'scripts', 'testing', 'wasm']

/** A sentence of the catalogue stands on one line, however long it is. */
const SENTENCE = /^ {2,}.*['`],?$/
/** Every line of code under `root` that is wider than 120 characters, by its place. */
export function wideLines(root: string): string[] {
  return codeIn(root, CODE).flatMap((f) => {
    const lines = readFileSync(path.join(root, f), 'utf8').split('\n')
    const wide = (line: string) => line.length > WIDEST && !(f.startsWith('src/words/') && SENTENCE.test(line))
    return lines.flatMap((line, i) => (wide(line) ? [`${f}:${i + 1} has ${line.length} characters`] : []))
  })
}

/** Files of code under some folders, by their paths from the root. */
const codeIn = (root: string, folders: readonly string[]): string[] =>
  folders
    .filter((d) => existsSync(path.join(root, d)))
    .flatMap((d) => (readdirSync(path.join(root, d), { recursive: true }) as string[]).map((f) => `${d}/${f}`))
    .filter((f) => /\.tsx?$/.test(f) && !GENERATED.has(f))

/** Where a cast to `never` says to the compiler that it need not look; tests may hand in what they stand in for. */
export const unlooked = (root: string): string[] =>
  codeIn(root, ['src'])
    .filter((f) => !f.endsWith('.test.ts'))
    .flatMap((f) => {
      const lines = readFileSync(path.join(root, f), 'utf8').split('\n')
      return lines.flatMap((line, i) =>
        /\bas never\b/.test(line.replace(/^\s*(\*|\/\/).*/, '')) ? [`${f}:${i + 1}`] : [],
      )
    })

/** Names of types that more than one file hands out: who reads one of them would have to look which is meant. */
export function typesTwice(root: string): string[] {
  const homes = new Map<string, string[]>()
  for (const f of codeIn(root, ['src']))
    for (const [, name] of readFileSync(path.join(root, f), 'utf8').matchAll(/^export (?:interface|type) (\w+)/gm))
      homes.set(name!, [...(homes.get(name!) ?? []), f])
  return [...homes].flatMap(([name, files]) => (files.length > 1 ? [`${name}: ${files.join(', ')}`] : []))
}

/** Where a person would read something that is not in the catalogue, as far as a line of code shows it. */
const TOLD = String.raw`\b(?:(?:edit|editPosed|toast|toast\.\w+|new Unfit|new Interrupted)\(|new Problem\(\d+, )`
const SAYS = [
  new RegExp(`${TOLD}'([^']*)'`),
  new RegExp(`${TOLD}\`([^\`]*)\``),
  /\b(?:label|title|aria-label|placeholder|words)="([^"]+)"/,
  />([^<>{}=;()]+)<\//,
  /^\s+([A-Z][\w’‘“” ,…·-]*[a-z…:.])$/,
]
/** Of what is said only by what is filled in, and of names of programs, there is nothing to translate. */
const SAYS_WORDS = /[A-Z][a-z]|[a-z]{2} [a-z]{2}/

/** Every line of the interface, the server and core in which something is said that is not in `src/words`. */
export function saidOutside(root: string): string[] {
  return codeIn(root, ['src/app', 'src/core', 'src/server', 'src/ui'])
    .filter((f) => !/\.test\.tsx?$|\/testing/.test(f))
    .flatMap((f) => {
      const looked = f.endsWith('x') ? SAYS : SAYS.slice(0, 2)
      const lines = readFileSync(path.join(root, f), 'utf8').split('\n')
      return lines.flatMap((line, i) => {
        if (/^\s*(\/\/|\/?\*)/.test(line)) return []
        const said = looked.map((r) => r.exec(line)?.[1]?.replace(/\$\{[^}]*\}/g, '') ?? '')
        return said.some((t) => SAYS_WORDS.test(t)) ? [`${f}:${i + 1} says ${line.trim()}`] : []
      })
    })
}

/** Every entry of the catalogue that nobody says, by its key. */
export function wordsUnsaid(root: string): string[] {
  const files = codeIn(root, ['src'])
  const isCatalogue = (f: string) => /^src\/words\/(?!words|plural|marked|arg|told\b)\w+\.ts$/.test(f)
  const code = files.filter((f) => !isCatalogue(f)).map((f) => readFileSync(path.join(root, f), 'utf8'))
  const said = new Set(code.flatMap((c) => [...c.matchAll(/'(\w+\.\w+)'/g)].map((m) => m[1]!)))
  // Of a subject that is asked by names made at the time, each may be said.
  const asked = new Set(code.flatMap((c) => [...c.matchAll(/`(\w+)\.\$\{/g)].map((m) => m[1]!)))
  return files.filter(isCatalogue).flatMap((f) => {
    const subject = path.basename(f, '.ts')
    const names = [...readFileSync(path.join(root, f), 'utf8').matchAll(/^ {2}(\w+):/gm)].map((m) => m[1]!)
    return asked.has(subject) ? [] : names.map((n) => `${subject}.${n}`).filter((key) => !said.has(key))
  })
}
