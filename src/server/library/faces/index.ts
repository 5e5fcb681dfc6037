import { createHash } from 'node:crypto'
import { mkdir, rename, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { KeptFace } from '@/contract/routes'
import { keep, listKept } from '../kept'
import { Problem } from '../../problem'
import { needRoom } from '../../room'
import { dataRoot } from '../../root'
import { readFaces } from './outlines'
import { said } from '../../../words/words'

/** A file may have so many bytes. */
export const FACE_BYTES = 24 * 1024 ** 2

/**
 * Brings a typeface in for all lessons: its measures are stored beside the media, by what is in them. One that is there
 * already is not kept twice.
 *
 * @param name   of the file
 * @throws Problem 422 when it is no typeface, 507 when the disk has no room for it
 */
export async function bringFace(name: string, data: string): Promise<(KeptFace & { id: string })[]> {
  const read = await Promise.resolve()
    .then(() => readFaces(Buffer.from(data, 'base64')))
    .catch(() => {
      throw new Problem(422, said('keeping.isNoTypefaceThatCould', name))
    })
  const there = await listKept('face')
  const out: (KeptFace & { id: string })[] = []
  for (const { metrics, licence } of read) {
    const text = JSON.stringify({ ...metrics, file: '' })
    const file = `media/${createHash('sha256').update(text).digest('hex')}/face.json`
    const full = path.join(dataRoot(), file)
    await needRoom(`“${name}”`, text.length)
    await mkdir(path.dirname(full), { recursive: true })
    await writeFile(`${full}.part`, text)
    await rename(`${full}.part`, full)
    const { family, weight, outlines } = metrics
    const doc: KeptFace = {
      name: `${family} ${weight}`.slice(0, 80),
      family,
      weight,
      file,
      letters: Object.keys(outlines).length,
      licence,
    }
    const known = there.find((k) => k.kind === 'face' && k.doc.file === file)
    out.push({ ...doc, id: known?.id ?? (await keep({ kind: 'face', doc })) })
  }
  return out
}
