import * as tus from 'tus-js-client'
import { toast } from 'sonner'
import { create } from 'zustand'
import { addMedium, layMedium, setTrace, setWords, type Edit } from '@/core/edits'
import type { Medium } from '@/core/lesson/schema'
import { momentsOf } from '@/core/moments'
import { pathOf, readTrace } from '@/core/trace'
import { readCaptions } from '@/core/voice'
import { bench, edit, freshId } from '../bench/store'
import { ask } from '../kit/api'
import type { News } from '../kit/news'

/** A file on its way in: sent up, then made ready on the server. */
export interface Coming { key: string; name: string; state: 'sending' | 'waiting' | 'running' | 'done' | 'failed' | 'cancelled'; step: string; share: number; sentence: string | null; importId: string | null; upload: string | null; laid?: boolean }
export const useComing = create<{ files: Coming[] }>(() => ({ files: [] }))
const uploads = new Map<string, tus.Upload>()
/** Texts that came with a recording and wait for it. */
const waiting: { name: string; text: string; kind: 'trace' | 'captions' }[] = []

const put = (key: string, change: Partial<Coming>) => useComing.setState((s) => ({ files: s.files.map((f) => (f.key === key ? { ...f, ...change } : f)) }))
const CHUNK = 8 * 1024 * 1024

/** Takes files that were dropped or picked. Traces and captions go to the take or sound they belong to. */
export async function bringIn(files: File[]): Promise<void> {
  const media: File[] = []
  for (const file of files) {
    const ending = file.name.toLowerCase().split('.').pop()
    if (ending === 'jsonl' || ending === 'vtt' || ending === 'srt') waiting.push({ name: file.name, text: await file.text(), kind: ending === 'jsonl' ? 'trace' : 'captions' })
    else media.push(file)
  }
  for (const file of media) send(file)
  if (media.length === 0) settleTexts()
}

function send(file: File): void {
  const key = freshId('file')
  useComing.setState((s) => ({ files: [...s.files, { key, name: file.name, state: 'sending', step: 'Sending', share: 0, sentence: null, importId: null, upload: null }] }))
  if (file.size === 0) { put(key, { state: 'failed', step: 'Failed', sentence: `“${file.name}” is empty (0 bytes). Record or export it again.` }); return }
  const upload = new tus.Upload(file, {
    endpoint: '/api/uploads', chunkSize: CHUNK, retryDelays: [0, 500, 1000, 2000, 4000, 8000, 15000, 30000], metadata: { filename: file.name, lesson: bench().id }, removeFingerprintOnSuccess: true,
    onProgress: (sent, total) => put(key, { share: sent / total }),
    onUploadUrlAvailable: () => put(key, { upload: upload.url?.split('/').pop() ?? null }),
    onSuccess: () => { uploads.delete(key); put(key, { step: 'Waiting', share: 0 }); void catchUp() },
    onError: (e) => put(key, { state: 'failed', step: 'Failed', sentence: `“${file.name}” could not be sent: ${e.message.includes('response code') ? 'the server turned it away' : 'the server cannot be reached'}. Try again; what was sent is kept.` }),
  })
  uploads.set(key, upload)
  void upload.findPreviousUploads().then((earlier) => {
    if (earlier[0]) upload.resumeFromPreviousUpload(earlier[0])
    upload.start()
  })
}

const ENDED = new Set(['done', 'failed', 'cancelled'])
/** Hears of imports; a file that this window sent is laid on the timeline once it is ready. */
export function hearImport(n: Extract<News, { about: 'import' }>, asked = false): void {
  const mine = useComing.getState().files.find((f) => f.upload === n.upload || f.importId === n.id)
  // What was asked for may be older than what was heard in the meantime: an end that is known stays one.
  if (!mine || (asked && ENDED.has(mine.state) && !ENDED.has(n.state))) return
  put(mine.key, { importId: n.id, state: n.state as Coming['state'], step: n.step, share: n.share, sentence: n.sentence })
  if (n.state === 'done' && n.sha256 && !mine.laid && n.lesson === bench().id) {
    put(mine.key, { laid: true })
    void layFile(n.sha256)
  }
}
/** Asks how the imports stand, after the line was down. */
export async function catchUp(): Promise<void> {
  const rows = await ask<Extract<News, { about: 'import' }>[]>('/api/imports').catch(() => [])
  for (const r of rows) hearImport({ ...r, about: 'import' }, true)
}

export const cancelComing = async (f: Coming): Promise<void> => {
  const upload = uploads.get(f.key)
  if (upload) { await upload.abort(true).catch(() => {}); uploads.delete(f.key); put(f.key, { state: 'cancelled', step: 'Cancelled' }) } else if (f.importId) await ask(`/api/imports/${f.importId}`, 'POST', { do: 'cancel' }).catch(() => {})
}
export const retryComing = async (f: Coming): Promise<void> => {
  const upload = uploads.get(f.key)
  if (upload) { put(f.key, { state: 'sending', step: 'Sending', sentence: null }); upload.start() } else if (f.importId) { put(f.key, { sentence: null }); await ask(`/api/imports/${f.importId}`, 'POST', { do: 'retry' }).catch(() => {}) }
}
export const forgetComing = (f: Coming): void => {
  if (f.importId && f.state !== 'done') void ask(`/api/imports/${f.importId}`, 'DELETE').catch(() => {})
  useComing.setState((s) => ({ files: s.files.filter((x) => x.key !== f.key) }))
}

/** Puts a file of the library into the lesson and lays it on a track; a picture is only laid when that is asked for. */
export async function layFile(sha256: string, known?: Medium, layPicture = false): Promise<void> {
  const medium = known ?? (await ask<{ sha256: string; medium: Medium }[]>('/api/media')).find((m) => m.sha256 === sha256)?.medium
  if (!medium) return
  const id = mediumId(sha256)
  const firstTake = medium.kind === 'take' && bench().lesson.clips.every((c) => bench().lesson.media[c.media]?.kind !== 'take')
  const lay: Edit = (draft) => {
    if (!draft.media[id]) addMedium(id, structuredClone(medium))(draft)
    if (medium.kind !== 'picture' || layPicture) layMedium(id, freshId('clip'), null)(draft)
  }
  if (edit(`Bring in “${medium.name}”`, lay)) {
    toast(medium.kind === 'picture' && !layPicture ? `“${medium.name}” is in the lesson: add it with “Still picture”.` : firstTake ? `“${medium.name}” sets the lesson’s size (${bench().lesson.frame.width} × ${bench().lesson.frame.height}) and frame rate.` : `“${medium.name}” lies on the timeline.`)
  }
  settleTexts()
}
const mediumId = (sha256: string): string => Object.entries(bench().lesson.media).find(([, m]) => m.sha256 === sha256)?.[0] ?? `file-${sha256.slice(0, 10)}`

/** Gives waiting traces and captions to their take or sound: the one with the same name, else the selected, else the only one, else the latest. */
function settleTexts(): void {
  const left: typeof waiting = []
  for (const t of waiting.splice(0)) {
    const target = targetOf(t)
    if (!target) {
      if (useComing.getState().files.some((f) => f.state === 'sending' || f.state === 'waiting' || f.state === 'running')) left.push(t)
      else toast.error(t.kind === 'trace' ? `“${t.name}” is a trace, but there is no take to give it to. Bring in its recording first.` : `“${t.name}” holds captions, but there is no sound or take to give them to. Bring in the narration first.`, { duration: 9000 })
      continue
    }
    const [id, medium] = target
    if (t.kind === 'trace') {
      const read = readTrace(t.text)
      if ('error' in read) { toast.error(`“${t.name}”: ${read.error} Nothing was changed.`, { duration: 9000 }); continue }
      const moments = momentsOf(read.trace, id, medium)
      const clicks = moments.filter((m) => m.kind === 'click').length
      if (edit(`Read the trace “${t.name}”`, setTrace(id, moments, pathOf(read.trace, medium)))) toast(`${moments.length} moments found, ${clicks} of them clicks.`)
    } else {
      const read = readCaptions(t.text, id)
      if ('error' in read) { toast.error(`“${t.name}”: ${read.error}`, { duration: 9000 }); continue }
      if (edit(`Read the captions “${t.name}”`, setWords(id, read.words))) toast(`${read.words.length} words found.`)
    }
  }
  waiting.push(...left)
}
function targetOf(t: { name: string; kind: 'trace' | 'captions' }): [string, Medium] | null {
  const { lesson, clips } = bench()
  const fits = (m: Medium) => (t.kind === 'trace' ? m.kind === 'take' : m.kind === 'sound' || m.sound === true)
  const entries = Object.entries(lesson.media).filter(([, m]) => fits(m))
  const stem = (s: string) => s.replace(/\.[^.]*$/, '').toLowerCase()
  const selected = lesson.clips.filter((c) => clips.includes(c.id)).map((c) => c.media)
  return entries.find(([, m]) => stem(m.name) === stem(t.name)) ?? entries.find(([id]) => selected.includes(id)) ?? entries.findLast(([, m]) => t.kind === 'captions' && m.kind === 'sound') ?? entries.at(-1) ?? null
}
