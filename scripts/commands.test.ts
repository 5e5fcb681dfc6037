import { execFileSync, spawnSync } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'

const root = path.join(__dirname, '..')
const vane = path.join(root, 'vane')

/** The commands that have a help, by their files. */
const commands = readdirSync(path.join(root, 'src/cli'))
  .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts'))
  .map((f) => [f.slice(0, -3), readFileSync(path.join(root, 'src/cli', f), 'utf8')] as const)
  .flatMap(([name, text]) => (text.includes(`\n./vane ${name}`) ? [name] : []))

test('every command is in the usage and in the README', () => {
  const usage = execFileSync(vane, ['--help'], { encoding: 'utf8' })
  const readme = readFileSync(path.join(root, 'README.md'), 'utf8')
  expect(commands.length).toBeGreaterThan(12)
  for (const name of commands) {
    expect(usage).toMatch(new RegExp(`^\\./vane ${name}\\b`, 'm'))
    expect(readme).toMatch(new RegExp(`\\./vane ${name}\\b`))
  }
})
test('what is no command is told, also what only the program itself uses', () => {
  for (const name of ['nonsense', 'serve', '--xx']) {
    const { status, stderr } = spawnSync(vane, [name], { encoding: 'utf8' })
    expect([status, stderr]).toEqual([2, `There is no command “${name}”. Try ./vane --help.\n`])
  }
})
