import { toast } from 'sonner'
import { create } from 'zustand'
import { takeTrace } from '@/core/edits'
import { momentsOf } from '@/core/moments'
import { pathOf, type Trace } from '@/core/trace'
import { bench, edit, freshId } from '../bench/store'
import { ask, sentenceOf } from '../kit/api'
import type { News } from '../kit/news'

type TraceNews = Extract<News, { about: 'trace' }>
/** The searches for pointers that this window asked for, by the recording's SHA-256. */
export const useTracing = create<{ by: Record<string, TraceNews> }>(() => ({ by: {} }))
const wanted = new Set<string>()

const put = (n: TraceNews) => useTracing.setState((s) => ({ by: { ...s.by, [n.sha256]: n } }))

/** Looks for the pointer in a take; when it is found, the lesson gets its moments, a ripple on its clicks and a calm follow framing. */
export async function findPointer(sha256: string): Promise<void> {
  wanted.add(sha256)
  try {
    hearTrace({ about: 'trace', ...(await ask<Omit<TraceNews, 'about'>>(`/api/media/${sha256}/trace`, 'POST')) })
  } catch (e) {
    wanted.delete(sha256)
    toast.error(sentenceOf(e))
  }
}
export const stopLooking = (sha256: string): void => { void ask(`/api/media/${sha256}/trace`, 'DELETE').catch((e) => toast.error(sentenceOf(e))) }

/** Hears how a search stands. */
export function hearTrace(n: TraceNews): void {
  if (!wanted.has(n.sha256)) return
  put(n)
  if (n.state === 'done') { wanted.delete(n.sha256); void take(n.sha256) } else if (n.state === 'failed' || n.state === 'cancelled') wanted.delete(n.sha256)
}

async function take(sha256: string): Promise<void> {
  const { trace } = await ask<{ trace: Trace | null }>(`/api/media/${sha256}/trace`).catch(() => ({ trace: null }))
  const hit = Object.entries(bench().lesson.media).find(([, m]) => m.sha256 === sha256)
  if (!trace || !hit) return
  const [id, medium] = hit
  const moments = momentsOf(trace, id, medium)
  const pointer = pathOf(trace, medium)
  if (pointer.length === 0) { toast('No pointer was seen in this take.'); return }
  const clicks = moments.filter((m) => m.kind === 'click')
  const done = edit('Find the pointer, ripple its clicks and follow it', takeTrace(id, moments, pointer, { ripple: freshId('ripple'), zoom: freshId('zoom') }))
  if (done) toast(`The pointer was found, with ${moments.length} moments; ${clicks.length} of them are clicks, ${clicks.filter((m) => m.proposed).length} to be looked at.`)
}
