import type { ZodType } from 'zod'
import { Problem } from './problem'

/** The server listens on loopback only; a page from elsewhere that makes the browser ask is turned away by its Host or Origin. */
export function guard(request: Request): void {
  const host = request.headers.get('host') ?? ''
  const name = host.replace(/:\d+$/, '')
  if (!['127.0.0.1', 'localhost', '[::1]'].includes(name)) throw new Problem(403, 'Vivid Vane answers only to this machine’s own browser.')
  const origin = request.headers.get('origin')
  if (origin && origin !== `http://${host}`) throw new Problem(403, 'This request came from another site and was turned away.')
}

type Handler<C> = (request: Request, context: C) => Promise<Response>
/** A route handler with its door: guards it, and turns a Problem into its sentence. */
export function route<C = unknown>(handler: Handler<C>): Handler<C> {
  return async (request, context) => {
    try {
      guard(request)
      return await handler(request, context)
    } catch (e) {
      if (e instanceof Problem) return Response.json({ sentence: e.message, ...e.facts }, { status: e.status === 499 ? 409 : e.status })
      console.error(e)
      return Response.json({ sentence: 'The server could not do this now: the database may be starting again. Nothing was changed; it is tried again by itself.' }, { status: 503 })
    }
  }
}

/** The SHA-256 that a path names a recording by. @throws Problem 404 when it is none */
export async function shaOf({ params }: { params: Promise<{ sha: string }> }): Promise<string> {
  const { sha } = await params
  if (!/^[0-9a-f]{64}$/.test(sha)) throw new Problem(404, 'There is no such recording.')
  return sha
}

/** The JSON body of a request. @throws Problem 400 when it has another shape */
export async function body<T>(request: Request, schema: ZodType<T>): Promise<T> {
  const parsed = schema.safeParse(await request.json().catch(() => null))
  if (!parsed.success) throw new Problem(400, `The request is not of the right shape: ${parsed.error.issues[0]?.path.join('.')}: ${parsed.error.issues[0]?.message}.`)
  return parsed.data
}
export const done = (): Response => Response.json({ done: true })
