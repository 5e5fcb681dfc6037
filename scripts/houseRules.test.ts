import { existsSync, mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import {
  breaches,
  kindsAsked,
  MAY,
  momentsAsked,
  typesTwice,
  unlooked,
  wideLines,
  wordsUnsaid,
  saidOutside,
} from './houseRules'

const house = (files: Record<string, string>) => {
  const root = mkdtempSync(path.join(tmpdir(), 'house-'))
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(path.dirname(path.join(root, name)), { recursive: true })
    writeFileSync(path.join(root, name), text)
  }
  return root
}
test('every room that the rules name is there', () => {
  const named = Object.entries(MAY).flatMap(([room, others]) => [room, ...others])
  expect(named.filter((room) => !existsSync(path.join(__dirname, '..', room)))).toEqual([])
})
test('the house keeps its import rules', () => expect(breaches(path.join(__dirname, '..'))).toEqual([]))
test('core that reaches up, reads a clock or names a library is found', () => {
  const found = breaches(
    house({
      'src/core/a.ts': "import { x } from '../server/b'\nimport 'react'\nexport const t = Date.now()",
      'src/server/b.ts': 'export const x = 1',
    }),
  )
  expect(found).toHaveLength(3)
  expect(found[0]).toContain('src/core does not reach into src/server')
})
test('a folder of core that builds on one above it is found; a look belongs to the document', () => {
  const found = breaches(
    house({
      'src/core/lesson/a.ts': "import { x } from '../kinds/looks'\nimport { y } from '../scene'",
      'src/core/scene/index.ts': "import { z } from '../lesson/a'",
      'src/core/attic/b.ts': "import { z } from '../lesson/a'",
    }),
  )
  expect(found).toHaveLength(2)
  expect(found[0]).toContain('lies on no floor')
  expect(found[1]).toContain('lesson builds on what lies below it, scene lies above')
})
test('so are folders of the interface and of the server', () => {
  const found = breaches(
    house({
      'src/ui/kit/a.ts': "import { x } from '../state/desk'",
      'src/ui/state/desk.ts': 'export const x = 1',
      'src/server/media/b.ts': "import { y } from '../lessons'",
    }),
  )
  expect(found).toHaveLength(2)
  expect(found[0]).toContain('media builds on what lies below it, lessons lies above')
  expect(found[1]).toContain('kit builds on what lies below it, state lies above')
})
test('the interface and the server do not import each other', () => {
  expect(
    breaches(
      house({ 'src/ui/a.ts': "import { x } from '@/server/b'", 'src/server/b.ts': "import { y } from '@/ui/a'" }),
    ),
  ).toHaveLength(2)
})
test('no line of code is wider than 120 characters', () => {
  expect(wideLines(path.join(__dirname, '..'))).toEqual([])
  const long = `export const a = '${'x'.repeat(120)}'`
  expect(wideLines(house({ 'src/core/a.ts': `// short\n${long}\n` }))).toEqual(['src/core/a.ts:2 has 139 characters'])
})
test('nothing outside the kinds asks which kind an element is', () => {
  expect(kindsAsked(path.join(__dirname, '..'))).toEqual([])
  const found = kindsAsked(
    house({
      'src/core/kinds/bar/index.ts': "export const own = (e) => e.kind === 'bar'",
      'src/ui/a.ts': "export const thick = (e) => e.look.kind === 'bar'",
      'src/ui/b.ts': "export const written = (e) => 'text' in e.look\nexport const short = k === 'bar' ? 1 : 2",
    }),
  )
  expect(found).toHaveLength(3)
  expect(found[0]).toContain('src/ui/a.ts:1')
})

test('nothing outside their table asks which kind a moment is', () => {
  expect(momentsAsked(path.join(__dirname, '..'))).toEqual([])
  const found = momentsAsked(
    house({
      'src/core/lesson/momentKinds.ts': 'export const MOMENT_KINDS = {\n  click: {\n    rank: 0,\n  },\n}',
      'src/ui/a.ts': "export const dark = (m) => m.kind === 'click'",
    }),
  )
  expect(found).toEqual([expect.stringContaining('src/ui/a.ts:1')])
})

test('no two files hand out types of one name', () => {
  expect(typesTwice(path.join(__dirname, '..'))).toEqual([])
  const twice = { 'src/core/a.ts': 'export interface Part {}', 'src/ui/b.ts': 'export type Part = 1\ntype Part2 = 2' }
  expect(typesTwice(house(twice))).toEqual(['Part: src/core/a.ts, src/ui/b.ts'])
})
test('nothing is hidden from the compiler by a cast to never', () => {
  expect(unlooked(path.join(__dirname, '..'))).toEqual([])
  expect(unlooked(house({ 'src/core/a.ts': '// a name as never\nf(x as never)' }))).toEqual(['src/core/a.ts:2'])
})

test('nothing is said that is not in the catalogue', () => {
  expect(saidOutside(path.join(__dirname, '..'))).toEqual([])
  const says = {
    'src/ui/a.tsx':
      "edit('Move it there', move())\n<Button label={inWords('a.b')}>Press here</Button>\n<p>{name}</p>\n",
    'src/server/b.ts': "throw new Problem(422, `“${name}” is no such thing`)\nthrow new Interrupted('ffmpeg')\n",
  }
  expect(saidOutside(house(says)).map((l) => l.slice(0, l.indexOf(' ')))).toEqual([
    'src/server/b.ts:1',
    'src/ui/a.tsx:1',
    'src/ui/a.tsx:2',
  ])
})

test('every entry of the catalogue is said somewhere', () => {
  expect(wordsUnsaid(path.join(__dirname, '..'))).toEqual([])
  const two = {
    'src/words/a.ts': "export const a = {\n  here: 'Here',\n  gone: 'Gone',\n}\n",
    'src/ui/b.ts': "inWords('a.here')\n",
  }
  expect(wordsUnsaid(house(two))).toEqual(['a.gone'])
})
