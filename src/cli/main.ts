import { check } from './check'
import { demo } from './demo'
import { frame } from './frame'
import { render } from './render'
import type { Command } from './command'

const COMMANDS: Record<string, Command> = { demo, render, frame, check }

async function main(): Promise<number> {
  const [name, ...rest] = process.argv.slice(2)
  const command = name ? COMMANDS[name] : undefined
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

process.exitCode = await main()
