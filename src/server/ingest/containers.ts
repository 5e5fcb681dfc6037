import { open } from 'node:fs/promises'

async function bytesAt(file: string, from: number, length: number): Promise<Buffer> {
  const handle = await open(file, 'r')
  try {
    const at = from < 0 ? Math.max(0, (await handle.stat()).size + from) : from
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(length), 0, length, at)
    return buffer.subarray(0, bytesRead)
  } finally {
    await handle.close()
  }
}

/**
 * How long a WAV file says it is (RIFF, `fmt ` and `data` chunks), in microseconds; 0 when it does not say, as
 * recorders that stream do.
 */
export async function wavLengthUs(file: string): Promise<number> {
  const head = await bytesAt(file, 0, 1 << 16)
  let bytesPerSecond = 0
  for (let at = 12; at + 8 <= head.length;) {
    const name = head.toString('latin1', at, at + 4)
    const size = head.readUInt32LE(at + 4)
    if (name === 'fmt ' && at + 20 <= head.length) bytesPerSecond = head.readUInt32LE(at + 16)
    if (name === 'data')
      return bytesPerSecond === 0 || size === 0 || size >= 0xfffffff0 ? 0 : Math.round((size / bytesPerSecond) * 1e6)
    at += 8 + size + (size % 2)
  }
  return 0
}

/** The tables of an MP4 or MOV (ISO/IEC 14496-12) have no more bytes than this, looked at for one thing. */
const MOST_TABLES = 64 * 1024 ** 2
/** Whether the pictures of an MP4 or MOV are encrypted: sample entries of the kind `encv` (ISO/IEC 23001-7). */
export async function isEncrypted(file: string): Promise<boolean> {
  for (let at = 0; ;) {
    const head = await bytesAt(file, at, 16)
    if (head.length < 16) return false
    const small = head.readUInt32BE(0)
    const size = small === 1 ? Number(head.readBigUInt64BE(8)) : small
    if (head.toString('latin1', 4, 8) === 'moov')
      return (await bytesAt(file, at, Math.min(size, MOST_TABLES))).includes('encv')
    if (size < 8) return false
    at += size
  }
}

/** Whether an Ogg file ends with a page that says it is the last one (RFC 3533, header type 0x04). */
export async function endsAsOgg(file: string): Promise<boolean> {
  const tail = await bytesAt(file, -(1 << 17), 1 << 17)
  const at = tail.lastIndexOf('OggS')
  return at >= 0 && at + 6 <= tail.length && (tail[at + 5]! & 4) !== 0
}

/** Whether a WebP file says that it is animated (VP8X, flag 0x02). */
export async function isAnimatedWebp(file: string): Promise<boolean> {
  const head = await bytesAt(file, 0, 32)
  return head.toString('latin1', 8, 16) === 'WEBPVP8X' && (head[20]! & 2) !== 0
}
