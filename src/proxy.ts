import { NextResponse, type NextRequest } from 'next/server'
import { pagePolicy, turnedAway } from '@/contract/door'

/**
 * The door of the pages: only this machine's own browser, and a policy by which no script runs but those that were sent
 * with the page.
 */
export function proxy(request: NextRequest): NextResponse {
  const get = (name: string) => request.headers.get(name)
  const sentence = turnedAway({
    method: request.method,
    host: get('host'),
    origin: get('origin'),
    site: get('sec-fetch-site'),
    mode: get('sec-fetch-mode'),
  })
  if (sentence)
    return new NextResponse(sentence, { status: 403, headers: { 'content-type': 'text/plain; charset=utf-8' } })
  if (request.method !== 'GET' && request.method !== 'HEAD' && request.method !== 'POST')
    return new NextResponse(null, { status: 405, headers: { allow: 'GET, HEAD' } })
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64')
  const policy = pagePolicy(nonce)
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  return response
}

/** Routes have the same door of their own (`server/web.ts`); what is built is the same for everybody. */
export const config = { matcher: ['/((?!api/|media/|_next/static|fonts/|icon.svg).*)'] }
