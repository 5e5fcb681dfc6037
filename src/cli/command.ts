import { ZodError } from 'zod'
import { resolve } from '@/core/timing'
import { access, readFile } from 'node:fs/promises'
import path from 'node:path'
import { parseArgs } from 'node:util'
import { findingsOf, isInFilm } from '@/core/findings'
import { checkLesson } from '@/core/review/check'
import type { Lesson } from '@/core/lesson/schema'
import { languagesOf } from '@/core/language'
import { ENDED_FROM_OUTSIDE } from '@/server/run'
import { Interrupted } from '@/server/problem'

/**
 * The exit code for what a command could not do: that something else ended its work is told apart, so that it can be
 * done again.
 */
export const codeOf = (e: unknown): number => (e instanceof Interrupted ? ENDED_FROM_OUTSIDE : 1)

/** One command: exit code 0 done, 1 failed, 2 wrong use. */
export interface CliCommand {
  help: string
  run(args: string[]): Promise<number>
}

export const say = (line: string): void => {
  process.stderr.write(`${line}\n`)
}

/** Reads positional arguments and string options; null after saying what is wrong. */
export function read<O extends string>(
  args: string[],
  places: string[],
  options: readonly O[],
  flags: readonly string[] = [],
): { places: string[]; options: Partial<Record<O, string>>; flags: Set<string> } | null {
  try {
    const config = Object.fromEntries([
      ...options.map((o) => [o, { type: 'string' as const }]),
      ...flags.map((f) => [f, { type: 'boolean' as const }]),
    ])
    const { values, positionals } = parseArgs({ args, options: config, allowPositionals: true })
    if (positionals.length !== places.length) throw new Error(`expected ${places.join(' ') || 'no arguments'}`)
    return {
      places: positionals,
      options: values as Partial<Record<O, string>>,
      flags: new Set(flags.filter((f) => (values as Record<string, unknown>)[f])),
    }
  } catch (e) {
    say(`Wrong use: ${(e as Error).message}. Try --help.`)
    return null
  }
}

/** A frame number from the command line; null after saying what is wrong. */
export function wholeFrame(text: string, what: string): number | null {
  if (/^\d+$/.test(text)) return Number(text)
  say(`Wrong use: ${what} is a frame number from 0, not “${text}”.`)
  return null
}

/** Reads and checks a lesson file; null after naming every fault by its place. */
export async function loadLesson(file: string): Promise<{ lesson: Lesson; root: string } | null> {
  let value: unknown
  try {
    value = JSON.parse(await readFile(file, 'utf8'))
  } catch (e) {
    say(
      (e as NodeJS.ErrnoException).code === 'ENOENT'
        ? `${file}: there is no such file.`
        : `${file}: this is not JSON (${(e as Error).message}).`,
    )
    return null
  }
  const result = checkLesson(value)
  if (!result.lesson) {
    for (const f of result.faults) say(`${file}: ${f.at}: ${f.sentence}`)
    return null
  }
  return { lesson: result.lesson, root: path.dirname(path.resolve(file)) }
}

/** Says what of a lesson is another film today than in the program that wrote it, or is cut off by its length. */
export function sayChanged(lesson: Lesson): void {
  for (const f of findingsOf(resolve(lesson))) if (isInFilm(f)) say(`note: ${f.sentence}`)
}

/** Whether a lesson has a language that was asked for; false after saying which ones it has. */
export function speaksOrSays(lesson: Lesson, language: string | undefined, file: string): boolean {
  const all = languagesOf(lesson)
  if (language === undefined || all.includes(language)) return true
  say(`${file}: there is no language “${language}” in this lesson. It has ${all.join(', ') || 'none yet'}.`)
  return false
}

const FILE_FAULTS: Record<string, string> = {
  ENOENT: 'there is no such file or folder',
  EACCES: 'it may not be opened by this user',
  EPERM: 'it may not be opened by this user',
  EROFS: 'the folder is read-only; choose another one',
  EISDIR: 'it is a folder; name a file in it',
  ENOTDIR: 'a part of this path is no folder',
  ENOSPC: 'the disk is full',
}
const NO_FOLDER = 'this folder cannot be made: what it would lie in is read-only or missing; choose another one'
/** What went wrong, as a sentence: of a file, which one and what to do. */
export function faultOf(e: unknown): string {
  const { code, syscall, path: file, message } = e as NodeJS.ErrnoException
  // Of a folder that cannot be made where nothing can be written Node says that something is missing.
  const fault = code === 'ENOENT' && syscall === 'mkdir' ? NO_FOLDER : code ? FILE_FAULTS[code] : undefined
  if (fault) return `${file?.replace(/\.part$/, '') ?? 'The file'}: ${fault}.`
  return e instanceof ZodError ? `This is not of the right shape: ${e.issues[0]?.message ?? ''}.` : message
}
/** Whether a file is there and can be read; false after saying what is wrong. */
export const readableOrSays = (file: string): Promise<boolean> =>
  access(file).then(
    () => true,
    (e: unknown) => {
      say(faultOf(Object.assign(e as object, { path: file })))
      return false
    },
  )
