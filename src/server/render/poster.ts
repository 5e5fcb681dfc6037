import { mkdir, readFile, rename, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { resolve } from '@/core/timing'
import { isId } from '../ids'
import { renderFrame } from './frame'
import { dataRoot } from '../root'
import { readLesson } from '../lessons/store'

const WIDTH = 640
/** Between two posters whatever else is asked of the server has its turn. */
const BREATH_MS = 40
const fileOf = (id: string, revision: number): string => path.join(dataRoot(), 'posters', `${id}-${revision}.jpg`)
const there = (file: string): Promise<Buffer | null> => readFile(file).catch(() => null)

let line: Promise<unknown> = Promise.resolve()

/**
 * A small picture of a lesson, a third of the way in; painted once for each revision, one after another.
 *
 * @param id  of a lesson; its `revision` as the library knows it
 */
export async function poster(id: string, revision: number | null): Promise<Buffer> {
  const made = revision !== null && isId(id) ? await there(fileOf(id, revision)) : null
  if (made) return made
  const own = line.then(() => paintPoster(id))
  line = own.then(
    () => wait(BREATH_MS),
    () => {},
  )
  return own
}

async function paintPoster(id: string): Promise<Buffer> {
  const { lesson, revision } = await readLesson(id)
  const file = fileOf(id, revision)
  const made = await there(file)
  if (made) return made
  const picture = await renderFrame(lesson, dataRoot(), Math.floor(resolve(lesson).length / 3), WIDTH)
  const bytes = picture.toBuffer('image/jpeg', 82)
  await mkdir(path.dirname(file), { recursive: true })
  await writeFile(`${file}.part`, bytes)
  await rename(`${file}.part`, file)
  return bytes
}
