import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import type { GivenFile } from '@/contract/routes'
import { bringIn, readyFrom } from '@/core/edits'
import type { Medium } from '@/core/lesson/schema'
import { resolve } from '@/core/timing'
import { keepMedium, mediumBySha } from './media'
import { keep, letGoOf, listKept } from './kept'
import { createEmpty, readLesson, takeStep } from '../lessons'
import { openSite, type Site } from '../testing'
import { bringKept, giveKept } from './given'
import { removeMedium } from './uses'

let site: Site
beforeAll(async () => {
  site = await openSite()
})
afterAll(() => site.end())

const hash = (text: string) => createHash('sha256').update(text).digest('hex')
const fileOf = (sha: string) => path.join(site.data, 'media', sha, 'picture.png')
/** A picture in the library; its bytes stand for what was made of the file with this hash. */
async function inLibrary(name: string, bytes: string): Promise<Medium> {
  const sha256 = hash(`the file of ${name}`)
  mkdirSync(path.dirname(fileOf(sha256)), { recursive: true })
  writeFileSync(fileOf(sha256), bytes)
  const medium = { kind: 'picture', name, sha256, file: `media/${sha256}/picture.png`, width: 40, height: 30 }
  await keepMedium({ ...medium, moments: [], words: [] } as Medium, bytes.length)
  return (await mediumBySha(sha256))!
}
const step = (id: string, base: number, edit: unknown) =>
  takeStep(id, { do: 'edit', base, client: 'c', label: 'Bring in', edit, seed: 's', step: `${id}-${base}` } as never)

test('what others give is known by its own bytes: it never stands for a file of ours', async () => {
  const badge = await inLibrary('badge.png', 'our badge')
  const id = await createEmpty('With a badge')
  await step(id, 0, bringIn(badge, 'clip-1', true, {}))
  const { lesson } = await readLesson(id)
  const kept = await keep({ kind: 'ready', doc: readyFrom(resolve(lesson), lesson.elements, 'The badge') })
  const given = await giveKept(kept)
  expect(Object.keys(given.media)).toEqual([badge.sha256])
  await letGoOf(kept)
  const broughtIn = async (file: GivenFile) => {
    const { id: own } = await bringKept(file)
    const [row] = (await listKept('ready')).filter((k) => k.id === own)
    await letGoOf(own)
    return JSON.stringify(row!.doc).match(/media\/([0-9a-f]{64})\//)![1]!
  }
  // The same files under the same name are ours, and so is what is known of them.
  const renamed = structuredClone(given)
  Object.assign(renamed.media[badge.sha256]!.medium!, { name: 'theirs.png', width: 4000 })
  expect(await broughtIn(renamed)).toBe(badge.sha256)
  expect(await mediumBySha(badge.sha256)).toEqual(badge)
  const forged = structuredClone(given)
  forged.media[badge.sha256]!.files['picture.png'] = Buffer.from('something else').toString('base64')
  const theirs = await broughtIn(forged)
  expect(theirs).not.toBe(badge.sha256)
  expect(readFileSync(fileOf(theirs), 'utf8')).toBe('something else')
  expect((await mediumBySha(theirs))!.file).toBe(`media/${theirs}/picture.png`)
  expect(readFileSync(fileOf(badge.sha256), 'utf8')).toBe('our badge')
  // Nor does it take the name of a file that is not here yet.
  const coming = hash('a recording that is brought in next week')
  const early = JSON.parse(JSON.stringify(forged).replaceAll(badge.sha256, coming)) as GivenFile
  expect(await broughtIn(early)).toBe(theirs)
  expect(existsSync(fileOf(coming))).toBe(false)
})
test('what is removed while another window lays it is kept or refused, never lost', async () => {
  for (let n = 0; n < 12; n++) {
    const medium = await inLibrary(`logo-${n}.png`, `logo ${n}`)
    const id = await createEmpty('Laid')
    const wait = new Promise((done) => setTimeout(done, n % 4))
    const [laid, removed] = await Promise.allSettled([
      step(id, 0, bringIn(medium, 'clip-1', false, {})),
      wait.then(() => removeMedium(medium.sha256)),
    ])
    const used = Object.values((await readLesson(id)).lesson.media).some((m) => m.sha256 === medium.sha256)
    expect(used).toBe(laid.status === 'fulfilled')
    expect(existsSync(fileOf(medium.sha256))).toBe(removed.status === 'rejected')
    expect([laid, removed].filter((r) => r.status === 'rejected')).toHaveLength(1)
  }
})
test('a file that was taken out of the library is not laid any more', async () => {
  const medium = await inLibrary('gone.png', 'gone')
  await removeMedium(medium.sha256)
  await expect(step(await createEmpty('Late'), 0, bringIn(medium, 'clip-1', false, {}))).rejects.toThrow(
    '“gone.png” was taken out of the library',
  )
})
