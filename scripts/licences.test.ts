import { readFileSync } from 'node:fs'
import path from 'node:path'
import { isFree, licences, licencesPage } from './licences'

const root = path.join(__dirname, '..')
const read = (file: string) => readFileSync(path.join(root, file), 'utf8')

test('every package may be shipped, those that only build and test as well', () =>
  expect(licences(root).filter((p) => !isFree(p.licence))).toEqual([]))
test('the list of licences is that of the lock file', () =>
  expect(read('docs/licences.md')).toBe(licencesPage(licences(root))))
test('every version is exact', () => {
  const { dependencies, devDependencies } = JSON.parse(read('package.json')) as Record<string, Record<string, string>>
  const loose = Object.entries({ ...dependencies, ...devDependencies }).filter(([, v]) => !/^\d+\.\d+\.\d+/.test(v))
  expect(loose).toEqual([])
})
test('charts are drawn by the last version that is free to ship', () => {
  const { version, licence } = licences(root).find((p) => p.name === 'apexcharts')!
  expect([version, licence]).toEqual(['5.0.0', 'MIT'])
})
test('a licence of several parts is free where each part is', () => {
  expect(isFree('(MIT OR GPL-3.0)')).toBe(true)
  expect(isFree('MIT AND LGPL-3.0-or-later')).toBe(false)
  expect(isFree('none told')).toBe(false)
})
