import { remakeDemo } from '../../demo/remake'
import { writeDemo } from '../../demo/write'
import { appRoot } from '@/server/root'
import { read, say, type CliCommand } from './command'

export const demo: CliCommand = {
  help: `
./vane demo DIR [--remake]

Writes the demo lesson “Lend out a tool” into DIR: lesson.json and the media beside it.
  --remake   records and speaks the demo's media again first (about a minute)`,
  async run(args) {
    const given = read(args, ['DIR'], [], ['remake'])
    if (!given) return 2
    if (given.flags.has('remake')) await remakeDemo(appRoot(), say)
    await writeDemo(given.places[0]!)
    say(`${given.places[0]}/lesson.json is written.`)
    return 0
  },
}
