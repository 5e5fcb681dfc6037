import { addressOf, type Asked, type Route } from '@/contract/route'
import { inWords } from '../../words/words'

/** What the server answered instead of doing it. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    sentence: string,
    readonly facts: Record<string, unknown>,
  ) {
    super(sentence)
  }
}

/** A request that is not answered by then has failed. */
const PATIENCE_MS = 60_000

interface EarlyAnswer {
  path: string
  answer: Promise<unknown>
}
/** A script for the page's head that asks the server right away, before the interface is there to do so. */
export const earlyScript = (path: string): string =>
  `globalThis.early={path:${JSON.stringify(path)},answer:fetch(${JSON.stringify(path)},{cache:"no-store"})` +
  `.then((r)=>r.ok?r.json():null).catch(()=>null)}`

/** Asks the server by one of its routes. @throws Refusal with its sentence; TypeError when it cannot be reached */
export async function ask<P extends string, Q, B, A>(
  route: Route<P, Q, B, A>,
  ...[asked, signal]: object extends Asked<P, Q, B>
    ? [asked?: Asked<P, Q, B>, signal?: AbortSignal]
    : [asked: Asked<P, Q, B>, signal?: AbortSignal]
): Promise<A> {
  const { body } = (asked ?? {}) as { body?: unknown }
  const response = await fetch(addressOf(route, asked ?? {}), {
    method: route.method,
    cache: 'no-store',
    signal: signal ? AbortSignal.any([signal, AbortSignal.timeout(PATIENCE_MS)]) : AbortSignal.timeout(PATIENCE_MS),
    ...(body !== undefined && { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
  })
  const answer = (await response.json().catch(() => {
    // An answer that breaks off, as the server died under it, is none.
    if (response.ok) throw new TypeError(inWords('kit.theAnswerBrokeOff'))
    return {}
  })) as { sentence?: string } & Record<string, unknown>
  if (!response.ok) throw new Refusal(response.status, answer.sentence ?? inWords('kit.theServerCouldNotDo'), answer)
  return answer as A
}
/**
 * What the page itself asked for while its scripts were still coming; once, and null when that failed or was something
 * else.
 */
export async function askedEarly<T>(path: string): Promise<T | null> {
  const { early } = globalThis as { early?: EarlyAnswer }
  if (early?.path !== path) return null
  delete (globalThis as { early?: EarlyAnswer }).early
  return (await early.answer) as T | null
}

export const sentenceOf = (e: unknown): string =>
  e instanceof Refusal ? e.message : inWords('kit.theServerCannotBeReached')
