import { readFile } from 'node:fs/promises'
import path from 'node:path'
import { faceFiles, faceFilesIn } from '@/core/lesson/faces'
import type { Lesson } from '@/core/lesson/schema'
import { FontMetrics, isLearnt, learnFace } from '@/core/text'
import { dataRoot } from '../../root'
import { inWords } from '../../../words/words'

/** Reads the measures of typefaces; what is not there, or not sound, is passed over: another typeface stands for it. */
async function learn(files: readonly string[], root: string): Promise<void> {
  await Promise.all(
    files
      .filter((file) => !isLearnt(file))
      .map(async (file) => {
        try {
          learnFace(file, FontMetrics.parse(JSON.parse(await readFile(path.join(root, file), 'utf8'))))
        } catch {
          console.warn(inWords('keeping.theTypefaceCannotBeRead', file))
        }
      }),
  )
}
/** Makes the typefaces known that a lesson is written in. */
export const learnFaces = (lesson: Lesson, root: string): Promise<void> => learn(faceFiles(lesson), root)
/** The same of those that something plain names: what is sent to be made. */
export const learnFacesIn = (value: unknown): Promise<void> => learn(faceFilesIn(value), dataRoot())
