import { createCanvas } from '@napi-rs/canvas'
import { access, mkdir, readFile, rename, writeFile } from 'node:fs/promises'
import path from 'node:path'
import { lessonLength } from '@/core/lesson/clips'
import { renderFrame } from '../render/frame'
import { dataRoot } from '../root'
import { readLesson } from './store'

/** A small picture of a lesson, a third of the way in; painted once for each revision. */
export async function poster(id: string): Promise<Buffer> {
  const { lesson, revision } = await readLesson(id)
  const file = path.join(dataRoot(), 'posters', `${id}-${revision}.jpg`)
  if (await access(file).then(() => true, () => false)) return readFile(file)
  const full = await renderFrame(lesson, dataRoot(), Math.floor(lessonLength(lesson) / 3))
  const width = 640
  const height = Math.round((width * full.height) / full.width)
  const small = createCanvas(width, height)
  small.getContext('2d').drawImage(full, 0, 0, width, height)
  const bytes = small.toBuffer('image/jpeg', 82)
  await mkdir(path.dirname(file), { recursive: true })
  await writeFile(`${file}.part`, bytes)
  await rename(`${file}.part`, file)
  return bytes
}
