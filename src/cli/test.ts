import { spawn, spawnSync } from 'node:child_process'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { appRoot } from '@/server/root'
import { read, say, type CliCommand } from './command'

interface Count {
  passed: number
  failed: number
}
const one = (ok: boolean): Count => ({ passed: ok ? 1 : 0, failed: ok ? 0 : 1 })

function stage(title: string, program: string, args: string[], env: Record<string, string> = {}): Promise<boolean> {
  say(`\n— ${title}`)
  return new Promise((done) => {
    const child = spawn(program, args, {
      cwd: appRoot(),
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    })
    child.on('close', (code) => done(code === 0))
    child.on('error', (e) => {
      say(e.message)
      done(false)
    })
  })
}
/** The counts that a runner wrote; a run that left none failed as a whole. */
async function counts<R>(file: string, ok: boolean, pick: (report: R) => Count): Promise<Count> {
  try {
    const found = pick(JSON.parse(await readFile(file, 'utf8')) as R)
    return ok || found.failed > 0 ? found : { passed: found.passed, failed: 1 }
  } catch {
    return { passed: 0, failed: 1 }
  }
}

const PARTS: readonly string[] = ['build', 'types', 'lint', 'units', 'browser']
const ON_DEMAND: readonly string[] = ['kills', 'files']

/** The unit tests that have to do with what was changed since the last commit; everything when that cannot be told. */
function changedOnly(): string[] {
  const files = spawnSync('git', ['diff', '--name-only', 'HEAD'], { cwd: appRoot(), encoding: 'utf8' })
  const sources = files.stdout?.split('\n').filter((f) => /\.tsx?$/.test(f) && !f.startsWith('e2e/')) ?? []
  return files.status === 0 && sources.length > 0 ? ['--findRelatedTests', '--passWithNoTests', ...sources] : []
}

export const test: CliCommand = {
  help: `
./vane test [--only PART] [--changed] [--spec WORD] [--rounds N] [--seed N]

Types, lint, what nobody uses, import rules, Jest, the build, and the interface in headless Chromium against a
server and a database of their own. Ends with “N passed, N failed”; what took longest, and browser tests
that passed only at the second try, are named above that.

--only     one part, of ${PARTS.join(', ')}; on demand also kills
           (rounds of work under which something is killed) and files (some 120 odd and damaged files)
--changed  of the unit tests, those that have to do with what was changed since the last commit
--spec     of the browser tests, those in files with this word in their name`,
  async run(args) {
    const given = read(args, [], ['only', 'spec', 'rounds', 'seed'], ['changed'])
    if (!given) return 2
    const { only, spec } = given.options
    if (only && ![...PARTS, ...ON_DEMAND].includes(only)) {
      say(`Wrong use: --only ${only}. Try --help.`)
      return 2
    }
    const numbers = { rounds: Number(given.options.rounds ?? 60), seed: Number(given.options.seed ?? 1) }
    if (!Object.values(numbers).every((n) => Number.isInteger(n) && n > 0)) {
      say('Wrong use: --rounds and --seed take whole numbers. Try --help.')
      return 2
    }
    const reports = await mkdtemp(path.join(tmpdir(), 'vane-test-'))
    const parts: Record<string, () => Promise<Outcome>> = {
      build: async () => one(await stage('Build', path.join(appRoot(), 'vane'), ['build'])),
      types,
      lint,
      units: () => units(path.join(reports, 'jest.json'), given.flags.has('changed')),
      browser: () => browser(path.join(reports, 'browser.json'), spec),
      kills: () => kills(numbers),
      files: () => odd(numbers.seed),
    }
    const all: Outcome[] = []
    try {
      for (const name of only ? [only] : PARTS) all.push(await parts[name]!())
    } finally {
      await rm(reports, { recursive: true, force: true })
    }
    return told(all)
  },
}

/** What came of a part: how much passed, what passed only at the second try, how long each took. */
interface Outcome extends Count {
  secondTry?: string[]
  took?: Took[]
}
const MODULES = path.join(appRoot(), 'node_modules')

async function types(): Promise<Outcome> {
  const tsc = path.join(MODULES, 'typescript/bin/tsc')
  return one(await stage('Types', process.execPath, [tsc, '--noEmit', '--incremental', 'false', '-p', '.']))
}

/** The rules of the code, and what is handed out for others though nobody takes it. */
async function lint(): Promise<Outcome> {
  const clean = await stage('Lint', process.execPath, [path.join(MODULES, 'oxlint/bin/oxlint')])
  const knip = [path.join(MODULES, 'knip/bin/knip.js'), '--include', 'files,exports,duplicates']
  const used = await stage('What nobody uses', process.execPath, knip)
  return { passed: Number(clean) + Number(used), failed: Number(!clean) + Number(!used) }
}

async function units(file: string, changed: boolean): Promise<Outcome> {
  const jest = path.join(MODULES, 'jest/bin/jest.js')
  const args = [jest, '--json', `--outputFile=${file}`, '--maxWorkers=2', ...(changed ? changedOnly() : [])]
  const ok = await stage('Units and import rules', process.execPath, args, { NODE_OPTIONS: '' })
  const count = await counts(
    file,
    ok,
    (r: { numPassedTests: number; numFailedTests: number; numFailedTestSuites: number }) => ({
      passed: r.numPassedTests,
      failed: Math.max(r.numFailedTests, r.numFailedTestSuites),
    }),
  )
  return { ...count, took: await slowFiles(file) }
}

async function browser(file: string, spec: string | undefined): Promise<Outcome> {
  const cli = path.join(MODULES, '@playwright/test/cli.js')
  const args = [cli, 'test', '-c', 'e2e/playwright.config.ts', ...(spec ? [spec] : [])]
  const env = { PLAYWRIGHT_JSON_OUTPUT_FILE: file, NODE_OPTIONS: '' }
  const ok = await stage('The interface in Chromium', process.execPath, args, env)
  const count = await counts(file, ok, (r: { stats: { expected: number; unexpected: number; flaky: number } }) => ({
    passed: r.stats.expected + r.stats.flaky,
    failed: r.stats.unexpected,
  }))
  return { ...count, secondTry: await flaky(file), took: await slowSpecs(file) }
}

/** Says what came of all parts. @returns the exit code */
function told(all: readonly Outcome[]): number {
  const sum = { passed: 0, failed: 0 }
  for (const { passed, failed } of all) {
    sum.passed += passed
    sum.failed += failed
  }
  const lines = (title: string, list: readonly string[]) => {
    if (list.length > 0) process.stdout.write(`\n${title}:\n${list.map((l) => `  ${l}`).join('\n')}\n`)
  }
  const again = all.flatMap((o) => o.secondTry ?? [])
  lines(`Passed only at the second try (${again.length})`, again)
  const slowest = all.flatMap((o) => o.took ?? []).sort((a, b) => b.seconds - a.seconds)
  lines(
    'The slowest',
    slowest.slice(0, SLOWEST).map((t) => `${t.seconds.toFixed(0)} s  ${t.what}`),
  )
  process.stdout.write(`\n${sum.passed} passed, ${sum.failed} failed\n`)
  return sum.failed === 0 && sum.passed > 0 ? 0 : 1
}

interface Spec {
  title: string
  tests: { status: string; results: { duration: number }[] }[]
}
interface Suite {
  title: string
  file?: string
  specs?: Spec[]
  suites?: Suite[]
}
/** The browser tests of a report, with the file that each stands in; none where there is no report. */
async function specsIn(file: string): Promise<{ what: string; spec: Spec }[]> {
  const walk = (s: Suite): { what: string; spec: Spec }[] => [
    ...(s.specs ?? []).map((spec) => ({ what: `${s.file}: ${spec.title}`, spec })),
    ...(s.suites ?? []).flatMap(walk),
  ]
  try {
    return (JSON.parse(await readFile(file, 'utf8')) as { suites: Suite[] }).suites.flatMap(walk)
  } catch {
    return []
  }
}
/** The browser tests that passed, but not at once. */
const flaky = async (file: string): Promise<string[]> =>
  (await specsIn(file)).filter(({ spec }) => spec.tests.some((t) => t.status === 'flaky')).map(({ what }) => what)

/** How long something took. */
interface Took {
  what: string
  seconds: number
}
/** So many of what takes longest are named at the end. */
const SLOWEST = 12
const slowSpecs = async (file: string): Promise<Took[]> =>
  (await specsIn(file)).map(({ what, spec }) => ({
    what,
    seconds: spec.tests.flatMap((t) => t.results).reduce((sum, r) => sum + r.duration, 0) / 1000,
  }))
/** Files of unit tests, each as a whole. */
async function slowFiles(file: string): Promise<Took[]> {
  try {
    const { testResults } = JSON.parse(await readFile(file, 'utf8')) as {
      testResults: { name: string; startTime: number; endTime: number }[]
    }
    return testResults.map((t) => ({
      what: path.relative(appRoot(), t.name),
      seconds: (t.endTime - t.startTime) / 1000,
    }))
  } catch {
    return []
  }
}

const list = (lines: string[]) => {
  for (const l of lines) say(`  ${l}`)
}
async function kills(numbers: { rounds: number; seed: number }): Promise<Count> {
  say(`\n— ${numbers.rounds} rounds of work under which something is killed, seed ${numbers.seed}`)
  const { runKills } = await import('../../testing/kills')
  const t = await runKills(appRoot(), numbers, say)
  const wrong = [...t.lost, ...t.stuck, ...t.halfStored, ...t.raw]
  list(wrong)
  say(
    `${t.rounds} rounds in ${t.seconds} s: ${t.lost.length} lost, ${t.stuck.length} stuck, ` +
      `${t.halfStored.length} half-stored, ${t.raw.length} raw sentences`,
  )
  return { passed: t.rounds - Math.min(t.rounds, wrong.length), failed: wrong.length + (numbers.rounds - t.rounds) }
}
async function odd(seed: number): Promise<Count> {
  say('\n— Odd and damaged files')
  const { runFiles } = await import('../../testing/files')
  const t = await runFiles(say, seed)
  const wrong = [...t.broken, ...t.raw, ...t.halfStored, ...t.slow]
  list(wrong)
  say(
    `${t.files} files in ${t.seconds} s: ${t.taken} taken (${t.noted} of them with a sentence), ` +
      (`${t.refused} refused in a sentence, ${t.broken.length} broken, ${t.halfStored.length} ` +
        `half-stored, ${t.raw.length} raw sentences, ${t.slow.length} slow`),
  )
  return { passed: t.files - Math.min(t.files, wrong.length), failed: wrong.length }
}
