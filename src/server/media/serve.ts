import { createReadStream } from 'node:fs'
import { stat } from 'node:fs/promises'
import path from 'node:path'
import { Readable } from 'node:stream'
import { Problem } from '../problem'

const TYPES: Record<string, string> = { '.mp4': 'video/mp4', '.wav': 'audio/wav', '.flac': 'audio/flac', '.png': 'image/png', '.jpg': 'image/jpeg', '.bin': 'application/octet-stream' }

/** Sends a file, or the single byte range asked for (RFC 9110, 14). What lies under its own hash never changes. */
export async function sendFile(request: Request, file: string, extra: Record<string, string> = {}): Promise<Response> {
  const facts = await stat(file).catch(() => null)
  if (!facts?.isFile()) throw new Problem(404, 'This file is not in the library any more. Bring it in again.')
  const headers: Record<string, string> = { 'content-type': TYPES[path.extname(file)] ?? 'application/octet-stream', 'accept-ranges': 'bytes', 'cache-control': 'private, max-age=31536000, immutable', 'x-content-type-options': 'nosniff', ...extra }
  const range = /^bytes=(\d*)-(\d*)$/.exec(request.headers.get('range') ?? '')
  if (!range || (range[1] === '' && range[2] === '')) {
    return new Response(Readable.toWeb(createReadStream(file)) as ReadableStream, { headers: { ...headers, 'content-length': String(facts.size) } })
  }
  const start = range[1] === '' ? Math.max(0, facts.size - Number(range[2])) : Number(range[1])
  const end = range[1] === '' || range[2] === '' ? facts.size - 1 : Math.min(Number(range[2]), facts.size - 1)
  if (start > end) return new Response(null, { status: 416, headers: { 'content-range': `bytes */${facts.size}` } })
  return new Response(Readable.toWeb(createReadStream(file, { start, end })) as ReadableStream, { status: 206, headers: { ...headers, 'content-length': String(end - start + 1), 'content-range': `bytes ${start}-${end}/${facts.size}` } })
}
