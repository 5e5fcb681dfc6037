import svgpath from 'svgpath'
import { fix } from './geometry'

/** A command of SVG path data (SVG 2) and its numbers: its letter, and what follows on it. */
export type PathCommand = readonly [letter: string, ...numbers: number[]]

/** The commands of SVG path data, each with its numbers. What cannot be read, and all that follows it, is left out. */
export const commandsOf = (d: string): PathCommand[] => listed(svgpath(d))
function listed(path: ReturnType<typeof svgpath>): PathCommand[] {
  const out: PathCommand[] = []
  path.iterate((segment) => {
    out.push(segment)
  })
  return out
}
const written = (commands: readonly PathCommand[]): string =>
  commands.map(([letter, ...numbers]) => `${letter}${numbers.map(fix).join(' ')}`).join(' ')

/** Path data in absolute commands, none of which goes on from the one before: M L H V Q C A Z. */
export const absolute = (d: string): string => written(listed(svgpath(d).abs().unshort()))

/** Path data made larger and moved, in absolute commands. */
export const scaledPath = (d: string, k: number, dx: number, dy: number): string =>
  written(listed(svgpath(d).abs().scale(k).translate(dx, dy)))
