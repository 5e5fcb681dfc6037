import { bench } from './bench'
import { check } from './check'
import { demo } from './demo'
import { frame } from './frame'
import { render } from './render'
import { start } from './start'
import { test } from './test'
import type { Command } from './command'

const COMMANDS: Record<string, Command> = { demo, render, frame, check, start, test, bench }

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

process.exitCode = await main().catch((e: Error) => {
  process.stderr.write(`${e.message.split('\n').slice(0, 12).join('\n')}\n`)
  return 1
})
