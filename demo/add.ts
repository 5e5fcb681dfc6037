import { stat } from 'node:fs/promises'
import path from 'node:path'
import { writeDemo } from './write'
import { keepMedium } from '@/server/library/media'
import { dataRoot } from '@/server/root'
import { createLesson } from '@/server/lessons/store'

/** Puts the demo lesson with its media into the library; gives its id. */
export async function addDemo(): Promise<string> {
  const lesson = await writeDemo(dataRoot())
  for (const medium of Object.values(lesson.media))
    await keepMedium(medium, (await stat(path.join(dataRoot(), medium.file))).size)
  return createLesson(lesson)
}
