import { open, stat, type FileHandle } from 'node:fs/promises'
import path from 'node:path'
import parseRange from 'range-parser'
import { Problem } from '../problem'
import { said } from '../../words/words'

const TYPES: Record<string, string> = {
  '.mp4': 'video/mp4',
  '.wav': 'audio/wav',
  '.flac': 'audio/flac',
  '.png': 'image/png',
  '.jpg': 'image/jpeg',
  '.bin': 'application/octet-stream',
}

const PIECE = 256 * 1024
/** The bytes from `start` to `end` (both included), read as they are asked for. */
function pieces(file: string, start: number, end: number): ReadableStream<Uint8Array> {
  let handle: Promise<FileHandle> | null = null
  let at = start
  // It may be given up while it is still being opened.
  const close = async () => (await handle?.catch(() => null))?.close()
  return new ReadableStream<Uint8Array>(
    {
      async pull(controller) {
        handle ??= open(file)
        const { bytesRead, buffer } = await (
          await handle
        ).read(new Uint8Array(Math.min(PIECE, end - at + 1)), 0, undefined, at)
        at += bytesRead
        if (bytesRead > 0) controller.enqueue(buffer.subarray(0, bytesRead))
        if (bytesRead === 0 || at > end) {
          await close()
          controller.close()
        }
      },
      cancel: close,
    },
    { highWaterMark: 1 },
  )
}

/** Sends a file, or the single byte range asked for (RFC 9110, 14). What lies under its own hash never changes. */
export async function sendFile(request: Request, file: string, extra: Record<string, string> = {}): Promise<Response> {
  const facts = await stat(file).catch(() => null)
  if (!facts?.isFile()) throw new Problem(404, said('media.thisFileIsNotIn'))
  const headers: Record<string, string> = {
    'content-type': TYPES[path.extname(file)] ?? 'application/octet-stream',
    'accept-ranges': 'bytes',
    'cache-control': 'private, max-age=31536000, immutable',
    'x-content-type-options': 'nosniff',
    ...extra,
  }
  const asked = parseRange(facts.size, request.headers.get('range') ?? '')
  // None that can be satisfied.
  if (asked === -1) return new Response(null, { status: 416, headers: { 'content-range': `bytes */${facts.size}` } })
  // What is no range, or several, is answered with the whole.
  const [range] = asked !== -2 && asked.type === 'bytes' && asked.length === 1 ? asked : []
  if (!range) {
    return new Response(pieces(file, 0, facts.size - 1), {
      headers: { ...headers, 'content-length': String(facts.size) },
    })
  }
  const { start, end } = range
  return new Response(pieces(file, start, end), {
    status: 206,
    headers: {
      ...headers,
      'content-length': String(end - start + 1),
      'content-range': `bytes ${start}-${end}/${facts.size}`,
    },
  })
}
