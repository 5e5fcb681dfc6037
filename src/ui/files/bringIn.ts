import { ROUTES } from '@/contract/routes'
import * as tus from 'tus-js-client'
import { create } from 'zustand'
import { toast } from 'sonner'
import {
  addMedium,
  bringIn as bringInto,
  cutByFile,
  hadAlready,
  inOne,
  layOver,
  mediumIdOf,
  narrationIn,
  replaceFile,
} from '@/core/edits'
import { mediumOf } from '@/core/kinds'
import { guessUses, usesOf, type FileUse } from '@/core/lesson/fileUse'
import type { Medium } from '@/core/lesson/schema'
import { isOver, type Job } from '@/contract/news'
import { SAMPLES } from '@/contract/samples'
import { beginAdding } from '../commands/acts'
import { chosenOne } from '../commands/command'
import { desk, chosenClips, edit, freshId, select, setDesk, wayOf } from '../state/desk'
import { keepDraft } from '../fields/useDraft'
import { askUses } from './Asked'
import { ask } from '../kit/api'
import { Lanes, type Waiting } from './lanes'
import { hearJob, loadJobs, useJobs, watchJob } from '../kit/jobs'
import { inWords, said } from '../../words/words'

/** A file that this window sends up; from then on it is a job of the server's. */
export interface Sending {
  key: string
  name: string
  upload: string | null
  share: number
  state: 'sending' | 'sent' | 'failed' | 'cancelled'
  sentence: string | null
}
export const useSending = create<{ files: Sending[] }>(() => ({ files: [] }))
interface Own {
  upload: tus.Upload
  waiting: Waiting
  stop: () => void
}
const uploads = new Map<string, Own>()
const lanes = new Lanes()
/** By which id the server knows what was sent. */
const sentAs = new Map<string, string>()

const put = (key: string, change: Partial<Sending>) =>
  useSending.setState((s) => ({ files: s.files.map((f) => (f.key === key ? { ...f, ...change } : f)) }))
const drop = (key: string) => useSending.setState((s) => ({ files: s.files.filter((f) => f.key !== key) }))
const CHUNK = 8 * 1024 * 1024
const RETRIES_MS = [0, 500, 1000, 2000, 4000, 8000, 15_000, 30_000]

/**
 * Takes files that were dropped or picked together: what each is for is guessed, and asked where that is not plain.
 */
export function bringIn(files: File[]): void {
  const { uses, sure } = guessUses(
    files.map((f) => f.name),
    hadAlready(desk().timed),
  )
  if (sure) sendAll(files, uses)
  else askUses({ files, uses, go: (chosen) => sendAll(files, chosen) })
}

/**
 * Sends files that came together. What each is for (this lesson, what it came with) goes up with it, and is seen to on
 * the server. A script of which nothing is spoken yet stays here: it is written where scripts are.
 */
function sendAll(all: readonly File[], uses: readonly FileUse[]): void {
  const { id, timed, inside, playhead } = desk()
  const files = all.map((file, i) => ({ file, use: uses[i]! }))
  const had = hadAlready(timed)
  // A recording may be one in which somebody speaks; what is heard in one that comes is not known yet.
  const spoken = had.narration || had.heard || uses.includes('narration') || uses.includes('recording')
  const script = spoken ? undefined : files.find((f) => f.use === 'script')
  if (script) void writeScript(script.file)
  const sent = files.filter((f) => f !== script)
  if (sent.length === 0) return
  const about = {
    lesson: id,
    selected: [...new Set(chosenClips().map((c) => c.media))].join(','),
    way: inside.map((i) => i.part).join(','),
    frame: String(playhead),
    batch: sent.length > 1 ? freshId('batch') : '',
  }
  // Texts last, so that what they belong to is known by the time they are asked about.
  const inOrder = sent.toSorted((a, b) => Number(isText(a.file)) - Number(isText(b.file)))
  const largest = Math.max(...sent.map((f) => f.file.size))
  for (const [place, { file, use }] of inOrder.entries())
    send(file, { ...about, use, place: String(place) }, isText(file) ? largest : file.size)
}
/** Puts a script into the box in which scripts are written, and shows it. */
async function writeScript(file: File): Promise<void> {
  keepDraft(`${desk().id}/${wayOf(desk().inside).join('/')}/script`, await file.text())
  setDesk({ panel: 'languages' })
  toast(inWords('files.scriptIsInItsBox', file.name))
}
/** How often it is looked whether a file has come into the library. */
const LOOK_MS = 300
/**
 * Brings a file into the library alone, not into a lesson.
 *
 * @returns its SHA-256, once it is there
 * @throws Error with a sentence when it cannot be brought in
 */
export async function bringIntoLibrary(file: File): Promise<string> {
  const key = send(file, {})
  for (;;) {
    await new Promise((done) => setTimeout(done, LOOK_MS))
    const sending = useSending.getState().files.find((f) => f.key === key)
    const upload = sentAs.get(key)
    if (sending?.state === 'failed') throw new Error(sending.sentence ?? inWords('files.couldNotBeSentTry', file.name))
    const job = upload ? useJobs.getState().jobs.find((j) => j.kind === 'import' && j.subject === upload) : undefined
    if (job?.state === 'done' && job.facts.sha256) return job.facts.sha256
    if (job && isOver(job.state)) throw new Error(job.sentence ?? inWords('files.couldNotBeBroughtIn', file.name))
    if (!sending && !job && upload) await loadJobs()
  }
}

/** A sound that was made in this window, in the library: brought in where it is not there yet. */
export async function soundInLibrary(sound: BlobPart, name: string): Promise<Medium> {
  const sha256 = await bringIntoLibrary(new File([sound], name, { type: 'audio/wav' }))
  const found = (await ask(ROUTES.listMedia, { query: { kind: 'sound' } })).find((m) => m.sha256 === sha256)
  if (!found) throw new Error(inWords('files.theSoundIsNotIn'))
  return found.medium
}

/** Brings in the sample files, just as if they had been dropped. */
export async function bringInSamples(): Promise<void> {
  try {
    bringIn(
      await Promise.all(
        SAMPLES.map(async (name) => new File([await (await fetch(`/api/samples/${name}`)).blob()], name)),
      ),
    )
  } catch {
    toast.error(inWords('files.theSampleFilesCannotBe'))
  }
}
const isText = (f: File) => ['trace', 'captions', 'script'].includes(usesOf(f.name)[0]!)

/** @param size  by which it waits: a text goes behind all that it came with */
function send(file: File, about: Record<string, string>, size = file.size): string {
  const key = freshId('file')
  window.addEventListener('beforeunload', hold)
  useSending.setState((s) => ({
    files: [...s.files, { key, name: file.name, upload: null, share: 0, state: 'sending', sentence: null }],
  }))
  if (file.size === 0) {
    put(key, { state: 'failed', sentence: inWords('files.isEmpty0BytesRecord', file.name) })
    return key
  }
  let over = () => {}
  const upload = new tus.Upload(file, {
    endpoint: '/api/uploads',
    chunkSize: CHUNK,
    retryDelays: RETRIES_MS,
    metadata: { filename: file.name, act: key, ...about },
    removeFingerprintOnSuccess: true,
    // What the server refuses with a sentence it will refuse again.
    onShouldRetry: (e) => {
      const status = e.originalResponse?.getStatus() ?? 0
      return status !== 507 && (status < 400 || status >= 500 || status === 409 || status === 423)
    },
    onProgress: (sent, total) => put(key, { share: sent / total }),
    onUploadUrlAvailable: () => {
      const id = upload.url?.split('/').pop() ?? null
      if (id) sentAs.set(key, id)
      put(key, { upload: id })
    },
    onSuccess: () => {
      uploads.delete(key)
      put(key, { state: 'sent', share: 1 })
      void loadJobs()
      over()
    },
    onError: (e) => {
      put(key, { state: 'failed', sentence: refusalOf(file.name, e) })
      over()
    },
  })
  const send = () =>
    new Promise<void>((done) => {
      over = done
      upload.start()
    })
  const mine = { upload, waiting: { size, send }, stop: () => over() }
  uploads.set(key, mine)
  void upload.findPreviousUploads().then((earlier) => {
    if (earlier[0]) upload.resumeFromPreviousUpload(earlier[0])
    if (uploads.get(key) === mine) lanes.add(mine.waiting)
  })
  return key
}
/** Left while files are on their way, they would have to be dropped again: that is asked first, on every page. */
function hold(e: BeforeUnloadEvent): void {
  if (useSending.getState().files.some((f) => f.state === 'sending')) e.preventDefault()
}
function refusalOf(name: string, e: Error): string {
  const answer = (e as tus.DetailedError).originalResponse
  const status = answer?.getStatus() ?? 0
  const said = answer?.getBody() ?? ''
  if ((status === 507 || status === 413 || status === 422) && said.startsWith('“')) return said
  return inWords(status ? 'files.turnedAway' : 'files.serverOutOfReach', name)
}

/** What was done before this window was there is not news in it. */
const OPENED = new Date().toISOString()

/** A file on its way in, as one row: while it is sent it is this window's, then the server's. */
export interface Coming {
  key: string
  name: string
  state: Job['state']
  step: string
  share: number
  sentence: string | null
  job: Job | null
  sending: Sending | null
}

/** What is on its way into a lesson or was not long ago, the latest first. */
export function comingFiles(sending: readonly Sending[], jobs: readonly Job[], lesson: string): Coming[] {
  const imports = jobs.filter((j) => j.kind === 'import' && j.lesson === lesson)
  const mine = sending
    .flatMap((f): Coming[] => {
      const job = imports.find((j) => j.subject === f.upload) ?? null
      if (job && job.state !== 'sending') return []
      const state = f.state === 'sent' ? 'sending' : f.state
      const step = {
        sending: inWords('files.sending'),
        failed: inWords('files.failed'),
        cancelled: inWords('files.cancelled'),
      }[state]
      return [{ key: f.key, name: f.name, state, step, share: f.share, sentence: f.sentence, job, sending: f }]
    })
    .reverse()
  const sentHere = new Set(mine.flatMap((c) => (c.job ? [c.job.id] : [])))
  // The server may tell of an upload before this window has its answer.
  const unanswered = new Set(sending.flatMap((f) => (f.upload === null && f.state === 'sending' ? [f.name] : [])))
  const theirs = imports
    .filter(
      (j) =>
        !sentHere.has(j.id) &&
        !(j.state === 'sending' && unanswered.has(j.name)) &&
        (j.state !== 'done' || j.createdAt >= OPENED),
    )
    .map((job): Coming => ({
      key: job.id,
      name: job.name,
      state: job.state,
      step: job.state === 'sending' ? inWords('files.notSentWholeYet') : job.step,
      share: job.share,
      sentence: job.sentence,
      job,
      sending: null,
    }))
  return [...mine, ...theirs]
}

/**
 * What is next for a file that came into the lesson: a picture waits to be placed in it, another take to be heard in
 * the place of the narration.
 */
function nextFor({ lesson, facts }: Job) {
  if (lesson !== desk().id) return null
  if (facts.take && facts.sha256) {
    const by = mediumIdOf(desk().lesson, facts.sha256)
    const media = desk().lesson.media[by] ? narrationIn(desk().timed, by) : null
    return media
      ? { label: inWords('files.hearItInstead'), act: () => setDesk({ another: { media, by }, panel: 'none' }) }
      : null
  }
  const picture = Object.entries(desk().lesson.media).find(
    ([, m]) => m.kind === 'picture' && m.sha256 === facts.sha256,
  )?.[0]
  return picture ? { label: inWords('files.placeIt'), act: () => beginAdding('still', picture) } : null
}

/** Hears of imports; what comes of those that this window sent is said here. */
export function hearImport(job: Job, gone = false): void {
  const mine = useSending.getState().files.find((f) => f.upload === job.subject)
  if (mine && !gone) watchJob(job.id, { next: nextFor })
  if (mine && job.facts.begins) watchJob(job.facts.begins, { failed: true })
  hearJob({ about: 'job', job, gone })
  if (mine && job.state !== 'sending') drop(mine.key)
}

export async function cancelSending(f: Sending): Promise<void> {
  const own = uploads.get(f.key)
  uploads.delete(f.key)
  put(f.key, { state: 'cancelled' })
  if (!own) return
  lanes.remove(own.waiting)
  await own.upload.abort(true).catch(() => {})
  own.stop()
}
export function retrySending(f: Sending): void {
  const own = uploads.get(f.key)
  if (!own) {
    toast(inWords('files.bringTheFileInAgain'))
    return
  }
  put(f.key, { state: 'sending', sentence: null })
  lanes.add(own.waiting)
}
export const forgetSending = (f: Sending): void => {
  uploads.delete(f.key)
  drop(f.key)
}

/**
 * Puts a file of the library into the lesson and lays it on a track; a picture is only laid when that is asked for.
 */
export async function layFile(sha256: string, known?: Medium, layPicture = false): Promise<void> {
  const medium = known ?? (await ask(ROUTES.listMedia, { query: {} })).find((m) => m.sha256 === sha256)?.medium
  if (!medium) return
  const firstTake =
    medium.kind === 'take' && desk().timed.clips.every((c) => desk().lesson.media[c.media]?.kind !== 'take')
  const there = desk().lesson.media[mediumIdOf(desk().lesson, sha256)] !== undefined
  if (there && medium.kind === 'picture' && !layPicture) return
  if (!edit(said('files.bringIn', medium.name), bringInto(medium, freshId('clip'), layPicture))) return
  const { width, height } = desk().lesson.frame
  toast(
    medium.kind === 'picture' && !layPicture
      ? inWords('files.isInTheLessonAdd', medium.name)
      : firstTake && !desk().lesson.byHand.includes('size')
        ? inWords('files.setsTheLessonsSizeAnd', medium.name, width, height)
        : inWords('files.liesOnTheTimeline', medium.name),
  )
}

/** Puts a file of the library into the lesson and lays it over all that is shown, from the playhead on. */
export async function layFileOver(sha256: string, medium: Medium): Promise<void> {
  const { lesson, playhead } = desk()
  const id = mediumIdOf(lesson, sha256)
  const clip = freshId('clip')
  const there = lesson.media[id] !== undefined
  const lay = layOver(id, clip, playhead)
  const whole = there ? lay : inOne([addMedium(id, structuredClone(medium)), lay])
  if (!edit(said('files.layOverThePicture', medium.name), whole)) return
  setDesk({ panel: 'none' })
  select([clip])
}

/**
 * Puts a file of the library in the place of the one that what is selected shows or plays; all that was done to it
 * stays.
 */
export function replaceChosen(medium: Medium): void {
  const e = chosenOne()
  const id = e && mediumOf(e)
  if (!e || !id) return
  if (!edit(said('files.replaces', medium.name, e.name), replaceFile(id, structuredClone(medium)))) return
  setDesk({ panel: 'none' })
  const pieces = desk().timed.lesson.elements.filter((x) => mediumOf(x) === id).length
  toast(inWords('files.isShownInItsPlace', medium.name, said('counts.piece', pieces)))
}
/** What does not fit when a file comes in the place of the chosen one, in sentences; empty where all of it does. */
export function unfitFor(medium: Medium): string[] {
  const { timed } = desk()
  const e = chosenOne()
  const id = e && mediumOf(e)
  if (!id) return []
  return cutByFile(timed, id, medium).map(({ element, left }) =>
    left === 0
      ? inWords('files.isTakenOutItShows', element.name)
      : inWords('files.endsAfter', element.name, inWords('counts.frame', left)),
  )
}
