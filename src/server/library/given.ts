import { createHash } from 'node:crypto'
import { mkdir, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { eq } from 'drizzle-orm'
import { GIVEN_BYTES, Kept, type GivenFile, type Keep } from '@/contract/routes'
import { database } from '../db/client'
import { kept, media } from '../db/schema'
import { newId } from '../ids'
import { keepMedium, mediumBySha } from './media'
import { keep } from './kept'
import { Problem } from '../problem'
import { needRoom } from '../room'
import { dataRoot } from '../root'
import { inWords, said } from '../../words/words'

const FOLDER = /media\/([0-9a-f]{64})\//g
const SHA = /[0-9a-f]{64}/g
const NAME = /^[a-z]+\.[a-z0-9]+$/
const folderOf = (sha256: string): string => path.join(dataRoot(), 'media', sha256)

/** The files of a folder of the library, in base64; none where it is gone. */
async function filesOf(sha256: string, room: { left: number }): Promise<Record<string, string>> {
  const out: Record<string, string> = {}
  for (const name of await readdir(folderOf(sha256)).catch(() => [])) {
    if (!NAME.test(name)) continue
    const file = path.join(folderOf(sha256), name)
    room.left -= ((await stat(file)).size * 4) / 3
    if (room.left < 0) throw new Problem(413, said('keeping.itsMediaAreMoreThan', Math.round(GIVEN_BYTES / 1024 ** 2)))
    out[name] = (await readFile(file)).toString('base64')
  }
  return out
}

/**
 * Something that is kept, as a file for others, with the media and typefaces that it needs.
 *
 * @throws Problem 404 when it is not kept any more; 413 when that would be too much for one file
 */
export async function giveKept(id: string): Promise<GivenFile> {
  const [row] = await database().select().from(kept).where(eq(kept.id, id))
  const read = row && Kept.safeParse({ id, kind: row.kind, name: row.name, doc: row.doc }).data
  if (!read) throw new Problem(404, said('keeping.thisIsNotKeptAny'))
  const { kind, doc } = read
  const shas = new Set([...JSON.stringify(doc).matchAll(FOLDER)].map((m) => m[1]!))
  const room = { left: GIVEN_BYTES }
  const out: GivenFile['media'] = {}
  for (const sha256 of shas) {
    const [known] = await database().select().from(media).where(eq(media.sha256, sha256))
    out[sha256] = { medium: known?.medium ?? null, bytes: known?.bytes ?? 0, files: await filesOf(sha256, room) }
  }
  return { format: 'vivid-vane-kept', version: 1, kept: { kind, doc } as Keep, media: out }
}

const hashOf = (bytes: Buffer | string): string => createHash('sha256').update(bytes).digest('hex')
type GivenMedium = GivenFile['media'][string]
const FACE = 'face.json'

/**
 * By what a medium that somebody gives is known here. A name is the hash of what a recording was made of, which nobody
 * can look at any more; so it is believed where the same files lie here under it, and of typefaces, whose name is the
 * hash of what is in them. All else is known by the hashes of its own files: nobody's file stands for another's.
 */
async function nameOf(sha256: string, { files }: GivenMedium): Promise<string> {
  const bytes = Object.entries(files).map(([name, data]) => [name, Buffer.from(data, 'base64')] as const)
  const same = async ([name, own]: (typeof bytes)[number]) =>
    own.equals(await readFile(path.join(folderOf(sha256), name)).catch(() => Buffer.alloc(0)))
  if (bytes.length > 0 && (await Promise.all(bytes.map(same))).every(Boolean)) return sha256
  if (files[FACE] !== undefined) return sha256
  return hashOf(
    bytes
      .map(([name, own]) => `${name} ${hashOf(own)}\n`)
      .toSorted()
      .join(''),
  )
}

/** @throws Problem 422 when a medium cannot be what it says */
function checked(sha256: string, { medium, files }: GivenMedium): void {
  const bad = (what: string) => new Problem(422, said('keeping.thisFileIsDamagedNothing', what))
  for (const name of Object.keys(files))
    if (!NAME.test(name)) throw bad(inWords('keeping.itHasAFileNamed', name.slice(0, 40)))
  if (files[FACE] !== undefined && hashOf(Buffer.from(files[FACE], 'base64')) !== sha256)
    throw bad(inWords('keeping.aTypefaceInItIs'))
  if (medium && (medium.sha256 !== sha256 || !medium.file.startsWith(`media/${sha256}/`)))
    throw bad(inWords('keeping.aMediumInItIs'))
}

/** What a file for others brings is laid into the library; what is there already stays as it is. */
async function layIn(sha256: string, { medium, bytes, files }: GivenMedium): Promise<void> {
  const folder = folderOf(sha256)
  if (!(await stat(folder).catch(() => null))) {
    const part = path.join(dataRoot(), 'media', `coming-${newId()}`)
    try {
      await mkdir(part, { recursive: true })
      for (const [name, data] of Object.entries(files))
        await writeFile(path.join(part, name), Buffer.from(data, 'base64'))
      await rename(part, folder)
    } catch (e) {
      await rm(part, { recursive: true, force: true })
      throw e
    }
  }
  // What is said of a file that is here already is ours to say.
  if (medium && !(await mediumBySha(sha256))) await keepMedium(medium, bytes)
}

/**
 * Keeps what somebody gave as a file.
 *
 * @returns its id, and what it is called
 * @throws Problem 422 when the file is damaged; then nothing is kept of it
 */
export async function bringKept(file: GivenFile): Promise<{ id: string; name: string }> {
  for (const [sha256, own] of Object.entries(file.media)) checked(sha256, own)
  const names = new Map<string, string>()
  for (const [sha256, own] of Object.entries(file.media)) names.set(sha256, await nameOf(sha256, own))
  const renamed = <T>(value: T): T =>
    JSON.parse(JSON.stringify(value).replace(SHA, (sha) => names.get(sha) ?? sha)) as T
  const size = Object.values(file.media).reduce((sum, { files }) => sum + Object.values(files).join('').length, 0)
  await needRoom(`“${file.kept.doc.name}”`, (size * 3) / 4)
  for (const [sha256, own] of Object.entries(file.media))
    await layIn(names.get(sha256)!, { ...own, medium: renamed(own.medium) })
  return { id: await keep(renamed(file.kept)), name: file.kept.doc.name }
}
