import { fix } from './geometry'

const COUNTS: Record<string, number> = { M: 2, L: 2, H: 1, V: 1, Q: 4, T: 2, C: 6, S: 4, A: 7, Z: 0 }
interface Command {
  letter: string
  numbers: number[]
}

/** The commands of SVG path data (SVG 2), each with its numbers; the flags of an arc may be run together. */
export function commandsOf(d: string): Command[] {
  const out: Command[] = []
  for (const [, letter, rest] of d.matchAll(/([a-zA-Z])([^a-zA-Z]*)/g)) {
    const step = COUNTS[letter!.toUpperCase()]
    if (step === undefined) continue
    const numbers: number[] = []
    let text = rest!
    while (text.trim() !== '') {
      const flag = letter!.toUpperCase() === 'A' && (numbers.length % 7 === 3 || numbers.length % 7 === 4)
      const m = (flag ? /^[\s,]*([01])/ : /^[\s,]*(-?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)/i).exec(text)
      if (!m) break
      numbers.push(Number(m[1]))
      text = text.slice(m[0].length)
    }
    if (step === 0) out.push({ letter: letter!, numbers: [] })
    for (let i = 0; step > 0 && i + step <= numbers.length; i += step) {
      // What follows a first place are lines.
      const again = i > 0 && letter!.toUpperCase() === 'M' ? (letter === 'M' ? 'L' : 'l') : letter!
      out.push({ letter: again, numbers: numbers.slice(i, i + step) })
    }
  }
  return out
}

/** Path data in absolute commands, none of which goes on from the one before: M L H V Q C A Z. */
export function absolute(d: string): string {
  let [x, y, startX, startY] = [0, 0, 0, 0]
  let before: { letter: string; x: number; y: number } | null = null
  const out: string[] = []
  for (const { letter, numbers } of commandsOf(d)) {
    const own = letter.toUpperCase()
    const off = letter === own ? { x: 0, y: 0 } : { x, y }
    const abs = numbers.map((v, i) => {
      if (own === 'H') return v + off.x
      if (own === 'V') return v + off.y
      if (own === 'A') return i === 5 ? v + off.x : i === 6 ? v + off.y : v
      return v + (i % 2 === 0 ? off.x : off.y)
    })
    let name = own
    let list = abs
    if (own === 'S' || own === 'T') {
      const curve = own === 'S' ? 'C' : 'Q'
      const mirrored = before?.letter === curve ? [2 * x - before.x, 2 * y - before.y] : [x, y]
      name = curve
      list = [...mirrored, ...abs] as number[]
    }
    out.push(`${name}${list.map(fix).join(' ')}`)
    if (own === 'Z') [x, y] = [startX, startY]
    else if (own === 'H') x = abs[0]!
    else if (own === 'V') y = abs[0]!
    else [x, y] = [list.at(-2)!, list.at(-1)!]
    if (own === 'M') [startX, startY] = [x, y]
    before = name === 'C' || name === 'Q' ? { letter: name, x: list.at(-4)!, y: list.at(-3)! } : null
  }
  return out.join(' ')
}

/** Path data of absolute commands, made larger and moved. */
export function scaledPath(d: string, k: number, dx: number, dy: number): string {
  return commandsOf(d)
    .map(({ letter, numbers }) => {
      const at = (v: number, i: number) => fix(v * k + (i % 2 === 0 ? dx : dy))
      if (letter === 'H') return `H${at(numbers[0]!, 0)}`
      if (letter === 'V') return `V${at(numbers[0]!, 1)}`
      if (letter === 'A') {
        const [rx, ry, turn, large, sweep, x, y] = numbers as [number, number, number, number, number, number, number]
        return `A${fix(rx * k)} ${fix(ry * k)} ${turn} ${large} ${sweep} ${at(x, 0)} ${at(y, 1)}`
      }
      return `${letter}${numbers.map(at).join(' ')}`
    })
    .join(' ')
}
