import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import path from 'node:path'
import type { Page } from '@playwright/test'
import type { Lesson } from '@/core/lesson/schema'
import { resolve } from '@/core/timing'
import { data, folder, frameOf, lessonOf, saved } from './desk'

let exports = 0
/** Frames of a lesson as they are exported, from one to another: read one by one. */
export function exported(lesson: Lesson, from: number, to: number): (frame: number) => Buffer {
  const file = path.join(data(), 'exported.json')
  const out = path.join(folder, `exported-${++exports}.mp4`)
  writeFileSync(file, JSON.stringify(lesson))
  const passage = ['--from', String(from), '--to', String(to)]
  execFileSync(process.execPath, ['build/cli/main.js', 'render', file, '--out', out, '--quality', 'best', ...passage], {
    cwd: path.join(import.meta.dirname, '..'),
    stdio: 'pipe',
  })
  const known = new Map<number, Buffer>()
  return (frame) => {
    if (!known.has(frame)) known.set(frame, frameOf(out, frame - from))
    return known.get(frame)!
  }
}
/** A lesson as it is stored once all is saved, and solved. */
export const stored = async (page: Page, id: string) => {
  await saved(page)
  const lesson = await lessonOf(id)
  return { lesson, timed: resolve(lesson) }
}
/** A row of the files dialog. */
export const fileRow = (page: Page, name: string) =>
  page.getByRole('dialog').getByRole('listitem').filter({ hasText: name })
