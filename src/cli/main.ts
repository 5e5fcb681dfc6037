import type { CliCommand } from './command'

/** Each command is loaded when it is asked for, so that none waits for what another needs. */
const COMMANDS: Record<string, () => Promise<CliCommand>> = {
  start: async () => (await import('./start')).start,
  test: async () => (await import('./test')).test,
  demo: async () => (await import('./demo')).demo,
  render: async () => (await import('./render')).render,
  frame: async () => (await import('./frame')).frame,
  check: async () => (await import('./check')).check,
  trace: async () => (await import('./trace')).trace,
  moments: async () => (await import('./moments')).moments,
  follow: async () => (await import('./follow')).follow,
  draw: async () => (await import('./draw')).draw,
  pin: async () => (await import('./pin')).pin,
  align: async () => (await import('./align')).align,
  retime: async () => (await import('./retime')).retime,
  speak: async () => (await import('./speak')).speak,
  serve: async () => (await import('./serve')).serve,
  bench: async () => (await import('./bench')).bench,
}

/** What these say beside their sentences goes into a log; of the others, nobody reads it. */
const LOGGED = new Set(['serve', 'start', 'test', 'bench'])

async function main(): Promise<number> {
  const [name, ...rest] = process.argv.slice(2)
  if (!LOGGED.has(name ?? '')) console.error = () => {}
  const command = name && Object.hasOwn(COMMANDS, name) ? await COMMANDS[name]!() : undefined
  if (!command) {
    process.stderr.write(`There is no command “${name ?? ''}”. Try ./vane --help.\n`)
    return 2
  }
  if (rest.includes('--help') || rest.includes('-h')) {
    process.stdout.write(`${command.help.trim()}\n`)
    return 0
  }
  return command.run(rest)
}

process.exitCode = await main().catch(async (e: Error) => {
  const { faultOf } = await import('./command')
  process.stderr.write(`${faultOf(e).split('\n').slice(0, 12).join('\n')}\n`)
  return 1
})
