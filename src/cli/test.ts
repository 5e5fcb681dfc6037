import { spawn } from 'node:child_process'
import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { appRoot } from '@/server/root'
import { read, say, type Command } from './command'

interface Count { passed: number; failed: number }
const one = (ok: boolean): Count => ({ passed: ok ? 1 : 0, failed: ok ? 0 : 1 })

function stage(title: string, program: string, args: string[], env: Record<string, string> = {}): Promise<boolean> {
  say(`\n— ${title}`)
  return new Promise((done) => {
    const child = spawn(program, args, { cwd: appRoot(), stdio: ['ignore', 'inherit', 'inherit'], env: { ...process.env, ...env } })
    child.on('close', (code) => done(code === 0))
    child.on('error', (e) => { say(e.message); done(false) })
  })
}
/** The counts that a runner wrote; a run that left none failed as a whole. */
async function counts(file: string, ok: boolean, pick: (report: never) => Count): Promise<Count> {
  try {
    const found = pick(JSON.parse(await readFile(file, 'utf8')) as never)
    return ok || found.failed > 0 ? found : { passed: found.passed, failed: 1 }
  } catch { return { passed: 0, failed: 1 } }
}

export const test: Command = {
  help: `
./vane test [--only types|lint|units|build|browser]

Types, lint, import rules, Jest, the build, and the interface in headless Chromium against a
server and a database of their own. Ends with “N passed, N failed”.`,
  async run(args) {
    const given = read(args, [], ['only'])
    if (!given) return 2
    const { only } = given.options
    if (only && !['types', 'lint', 'units', 'build', 'browser'].includes(only)) { say(`Wrong use: --only ${only}. Try --help.`); return 2 }
    const wants = (name: string) => !only || only === name
    const modules = path.join(appRoot(), 'node_modules')
    const reports = await mkdtemp(path.join(tmpdir(), 'vane-test-'))
    const sum: Count = { passed: 0, failed: 0 }
    const add = (c: Count) => { sum.passed += c.passed; sum.failed += c.failed }
    try {
      if (wants('build')) add(one(await stage('Build', path.join(appRoot(), 'vane'), ['build'])))
      if (wants('types')) add(one(await stage('Types', process.execPath, [path.join(modules, 'typescript/bin/tsc'), '--noEmit', '--incremental', 'false', '-p', '.'])))
      if (wants('lint')) add(one(await stage('Lint', process.execPath, [path.join(modules, 'oxlint/bin/oxlint')])))
      if (wants('units')) {
        const file = path.join(reports, 'jest.json')
        const ok = await stage('Units and import rules', process.execPath, [path.join(modules, 'jest/bin/jest.js'), '--json', `--outputFile=${file}`, '--maxWorkers=2'], { NODE_OPTIONS: '' })
        add(await counts(file, ok, (r: { numPassedTests: number; numFailedTests: number; numFailedTestSuites: number }) => ({ passed: r.numPassedTests, failed: Math.max(r.numFailedTests, r.numFailedTestSuites) })))
      }
      if (wants('browser')) {
        const file = path.join(reports, 'browser.json')
        const ok = await stage('The interface in Chromium', process.execPath, [path.join(modules, '@playwright/test/cli.js'), 'test', '-c', 'e2e/playwright.config.ts'], { PLAYWRIGHT_JSON_OUTPUT_FILE: file, NODE_OPTIONS: '' })
        add(await counts(file, ok, (r: { stats: { expected: number; unexpected: number; flaky: number } }) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected })))
      }
    } finally { await rm(reports, { recursive: true, force: true }) }
    process.stdout.write(`\n${sum.passed} passed, ${sum.failed} failed\n`)
    return sum.failed === 0 && sum.passed > 0 ? 0 : 1
  },
}
