import type { ZodError, ZodType } from 'zod'
import type { Route } from '@/contract/route'
import { turnedAway } from '@/contract/door'
import { wellFormed } from '@/core/values'
import { isDatabaseAway } from './jobs'
import { Interrupted, Problem } from './problem'
import { unstored } from './room'
import { asIs, inWords, said } from '../words/words'

/** Turns away what does not come from this machine's own browser. @throws Problem 403 */
export function guard(request: Request): void {
  const get = (name: string) => request.headers.get(name)
  const sentence = turnedAway({
    method: request.method,
    host: get('host'),
    origin: get('origin'),
    site: get('sec-fetch-site'),
    mode: get('sec-fetch-mode'),
  })
  if (sentence) throw new Problem(403, asIs(sentence))
}

type Handler<C> = (request: Request, context: C) => Promise<Response>
/** A route handler with its door: guards it, and turns a Problem into its sentence. */
export function route<C = unknown>(handler: Handler<C>): Handler<C> {
  return async (request, context) => {
    try {
      guard(request)
      return await handler(request, context)
    } catch (e) {
      if (e instanceof Problem)
        return Response.json({ sentence: e.message, ...e.facts }, { status: e.status === 499 ? 409 : e.status })
      if (e instanceof Interrupted) return Response.json({ sentence: inWords('web.theWorkOnItWas') }, { status: 503 })
      console.error(e)
      const sentence = unstored(e)
      if (sentence) return Response.json({ sentence }, { status: 507 })
      const away = isDatabaseAway(e)
      return Response.json(
        {
          sentence: away ? inWords('web.theServerCouldNotDo') : inWords('web.theServerCouldNotDoThis'),
        },
        { status: away ? 503 : 500 },
      )
    }
  }
}

/** What a handler of a route of the contract is given: the parts of its path, its query and its body, checked. */
interface Wanted<Q, B> {
  at: Record<string, string>
  query: Q
  body: B
  request: Request
}
/**
 * The handler of a route of the contract that answers with JSON.
 *
 * @param most  bytes that its body may have
 */
export const answers = <P extends string, Q, B, A>(
  to: Route<P, Q, B, A>,
  handler: (wanted: Wanted<Q, B>) => Promise<A>,
  most = MOST_BYTES,
): Handler<{ params: Promise<Record<string, string> | undefined> }> =>
  route(async (request, { params }) => {
    // A path without parts has none.
    const at = (await params) ?? {}
    if (at.sha !== undefined) shaIn(at.sha)
    const query = queryOf(request, to.query)
    const sent = to.method === 'GET' || to.method === 'DELETE' ? undefined : await body(request, to.body, most)
    return Response.json(await handler({ at, query, body: sent as B, request }))
  })

/** What is said of a request that is not as its route asks. */
function misshapen({ issues: [first] }: ZodError): Problem {
  return new Problem(400, said('web.theRequestIsNotOf', first?.path.join('.') ?? '', first?.message ?? ''))
}
/** The query of a request. @throws Problem 400 when it has another shape */
export function queryOf<Q>(request: Request, schema: ZodType<Q>): Q {
  const parsed = schema.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (parsed.success) return parsed.data
  throw misshapen(parsed.error)
}

/** The SHA-256 that a path names a recording by. @throws Problem 404 when it is none */
export async function shaOf({ params }: { params: Promise<{ sha: string }> }): Promise<string> {
  return shaIn((await params).sha)
}
function shaIn(sha: string): string {
  if (!/^[0-9a-f]{64}$/.test(sha)) throw new Problem(404, said('web.thereIsNoSuchRecording'))
  return sha
}

/** Bytes of a request's body: as a rule, and of a step, which may bring a whole trace. */
const MOST_BYTES = 1024 ** 2
export const STEP_BYTES = 96 * 1024 ** 2

/** The text of a body, read no further than it may be long. @throws Problem 413 */
async function textOf(request: Request, most: number): Promise<string> {
  const tooLong = () => new Problem(413, said('web.thisIsMoreThanThe', Math.round(most / 1024 ** 2)))
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLong()
  const pieces: Uint8Array[] = []
  let length = 0
  const reader = request.body?.getReader()
  for (let piece = await reader?.read(); piece && !piece.done; piece = await reader!.read()) {
    length += piece.value.length
    if (length > most) {
      await reader!.cancel()
      throw tooLong()
    }
    pieces.push(piece.value)
  }
  return Buffer.concat(pieces).toString('utf8')
}

/** What no text of a lesson may hold: a NUL, which databases and files end at, and half of a letter. */
const UNSOUND = /\\u0000|\\ud[89a-f]|\0|[\ud800-\udfff]/i
/** The value of JSON, its texts well formed. */
function jsonIn(text: string): unknown {
  if (!UNSOUND.test(text)) return JSON.parse(text) as unknown
  return JSON.parse(text, (_key, value: unknown) => {
    if (typeof value === 'string') return wellFormed(value)
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return value
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [wellFormed(k), v]))
  }) as unknown
}

/** The JSON body of a request. @throws Problem 400 when it has another shape, 413 when it is too long */
export async function body<T>(request: Request, schema: ZodType<T>, most = MOST_BYTES): Promise<T> {
  let value: unknown = null
  const text = await textOf(request, most)
  try {
    value = jsonIn(text)
  } catch {
    throw new Problem(400, said('web.theRequestHoldsNoJson'))
  }
  const parsed = shallowly(() => schema.safeParse(value))
  if (!parsed.success) throw misshapen(parsed.error)
  return parsed.data
}
/** What comes of reading something. @throws Problem 400 when it is nested deeper than can be followed */
function shallowly<T>(read: () => T): T {
  try {
    return read()
  } catch (e) {
    if (e instanceof RangeError) throw new Problem(400, said('web.thisIsNestedTooDeeply'))
    throw e
  }
}
/** The answer of what has nothing else to say. */
export const DONE = { done: true } as const
