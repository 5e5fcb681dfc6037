import { inWords } from '../words/words'

const NAMES = ['127.0.0.1', 'localhost', '[::1]']

/** Whether a Host header names this machine itself, in any case and with a dot behind it, with or without a port. */
export function isOwnHost(host: string | null): boolean {
  const name = (host ?? '').toLowerCase().replace(/:\d+$/, '').replace(/\.$/, '')
  return NAMES.includes(name)
}

/** What a browser says of where a request comes from (Fetch Metadata; RFC 6454). */
export interface From {
  method: string
  host: string | null
  origin: string | null
  site: string | null
  mode: string | null
}

/**
 * Why a request is turned away, as a sentence; null when it may come in. Nothing is changed for a page of another site,
 * and nothing is read or made for one either: only being gone to is allowed.
 */
export function turnedAway({ method, host, origin, site, mode }: From): string | null {
  if (!isOwnHost(host)) return inWords('door.vividVaneAnswersOnlyTo')
  const foreign = inWords('door.thisRequestCameFromAnother')
  if (origin !== null && origin.toLowerCase() !== `http://${host!.toLowerCase()}`) return foreign
  if (site !== null && site !== 'same-origin' && site !== 'none' && mode !== 'navigate') return foreign
  const reads = method === 'GET' || method === 'HEAD' || method === 'OPTIONS'
  if (!reads && origin === null && site !== 'same-origin') return inWords('door.aRequestThatChangesSomething')
  return null
}

/**
 * What every page may load and do (Content Security Policy, level 3): what comes from here, and scripts with this
 * answer's nonce.
 */
export const pagePolicy = (nonce: string): string =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic' 'wasm-unsafe-eval'`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "media-src 'self' blob:",
    "worker-src 'self' blob:",
    "connect-src 'self'",
    "font-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
