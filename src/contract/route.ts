import { z } from 'zod'

/** The parts of a path that are filled in: `id` of `/api/lessons/:id`. */
type Parts<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | Parts<Rest>
  : P extends `${string}:${infer Name}`
    ? Name
    : never

/**
 * One thing that can be asked of the server: where, what is sent, what comes back. The page asks by it and the server
 * answers by it.
 */
export interface Route<P extends string = string, Q = unknown, B = unknown, A = unknown> {
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'
  path: P
  query: z.ZodType<Q>
  body: z.ZodType<B>
  answer: z.ZodType<A>
}
/** What is asked: the parts of the path, what stands behind its `?`, and the body. */
export type Asked<P extends string, Q, B> = ([Parts<P>] extends [never] ? unknown : { at: Record<Parts<P>, string> }) &
  (unknown extends Q ? unknown : { query: Q }) &
  (unknown extends B ? unknown : { body: B })

const Nothing = z.unknown()
/** A route, with what it does not say left open. */
export const routeAt = <const P extends string, Q = unknown, B = unknown, A = unknown>(
  method: Route['method'],
  path: P,
  { query, body, answer }: { query?: z.ZodType<Q>; body?: z.ZodType<B>; answer?: z.ZodType<A> } = {},
): Route<P, Q, B, A> => ({
  method,
  path,
  query: query ?? (Nothing as z.ZodType<Q>),
  body: body ?? (Nothing as z.ZodType<B>),
  answer: answer ?? (Nothing as z.ZodType<A>),
})

/** The address of a route with its parts filled in. */
export function addressOf({ path }: Pick<Route, 'path'>, asked: object): string {
  const { at = {}, query = {} } = asked as { at?: Record<string, string>; query?: Record<string, unknown> }
  const filled = path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(at[name]!))
  const behind = new URLSearchParams(
    Object.entries(query).flatMap(([k, v]) => (v === undefined || v === '' ? [] : [[k, String(v)]])),
  ).toString()
  return behind ? `${filled}?${behind}` : filled
}
