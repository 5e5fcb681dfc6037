import { readFileSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import path from 'node:path'
import { absolute } from '../src/core/geometry/absolute'

/**
 * Writes public/icons.json from the open set that lucide-static ships (ISC licence): each icon by its name, as one path
 * of absolute commands on a grid of 24 by 24, with the words that it is found by. `npx tsx scripts/writeIcons.ts`.
 */
type Node = [tag: string, attributes: Record<string, string>]
const from = path.dirname(createRequire(import.meta.url).resolve('lucide-static/package.json'))
const read = <T>(file: string): T => JSON.parse(readFileSync(path.join(from, file), 'utf8')) as T
const nodes = read<Record<string, Node[]>>('icon-nodes.json')
const tags = read<Record<string, string[]>>('tags.json')

const n = (v: string | undefined, usual = 0): number => (v === undefined ? usual : Number(v))
function pathOf([tag, a]: Node): string {
  switch (tag) {
    case 'path':
      return a.d!
    case 'circle':
    case 'ellipse': {
      const [cx, cy, rx, ry] = [n(a.cx), n(a.cy), n(a.rx ?? a.r), n(a.ry ?? a.r)]
      return `M${cx - rx} ${cy} A${rx} ${ry} 0 1 1 ${cx + rx} ${cy} A${rx} ${ry} 0 1 1 ${cx - rx} ${cy} Z`
    }
    case 'line':
      return `M${a.x1} ${a.y1} L${a.x2} ${a.y2}`
    case 'polyline':
      return `M${a
        .points!.trim()
        .split(/[\s,]+/)
        .join(' ')}`
    case 'polygon':
      return `M${a
        .points!.trim()
        .split(/[\s,]+/)
        .join(' ')} Z`
    case 'rect': {
      const [x, y, w, h] = [n(a.x), n(a.y), n(a.width), n(a.height)]
      const r = Math.min(n(a.rx ?? a.ry), w / 2, h / 2)
      if (r === 0) return `M${x} ${y} H${x + w} V${y + h} H${x} Z`
      const arc = (px: number, py: number) => `A${r} ${r} 0 0 1 ${px} ${py}`
      return (
        `M${x + r} ${y} H${x + w - r} ${arc(x + w, y + r)} V${y + h - r} ${arc(x + w - r, y + h)} ` +
        `H${x + r} ${arc(x, y + h - r)} V${y + r} ${arc(x + r, y)} Z`
      )
    }
    default:
      throw new Error(`There is no way yet to draw “${tag}” as a path.`)
  }
}

const icons = Object.fromEntries(
  Object.entries(nodes).map(([name, list]) => [
    name,
    [list.map((node) => absolute(pathOf(node))).join(' '), (tags[name] ?? []).join(' ')],
  ]),
)
const note = 'Lucide, https://lucide.dev, ISC licence: Copyright (c) Lucide Contributors; in part Feather, MIT.'
const out = path.join(import.meta.dirname, '../public/icons.json')
writeFileSync(out, `${JSON.stringify({ note, icons })}\n`)
process.stdout.write(`${Object.keys(icons).length} icons are written.\n`)
