import { open } from 'node:fs/promises'

export type FileKind = 'video' | 'sound' | 'picture' | 'vector' | 'moving' | 'playlist' | 'empty' | 'unknown'

const ascii = (b: Buffer, from: number, to: number) => b.subarray(from, to).toString('latin1')

/**
 * What a file is by its first bytes, whatever its name says. Matroska, MP4 and Ogg are `video` until they are probed;
 * `moving` are pictures that may move: GIF and animated PNG.
 */
export async function kindByContent(file: string): Promise<FileKind> {
  const handle = await open(file, 'r')
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(4096), 0, 4096, 0)
    if (bytesRead === 0) return 'empty'
    // Behind a short file stand zeros.
    const b = buffer.subarray(0, Math.max(16, bytesRead))
    if (ascii(b, 0, 3) === 'GIF') return 'moving'
    if (b[0] === 0x89 && ascii(b, 1, 4) === 'PNG') return b.indexOf('acTL') > 0 ? 'moving' : 'picture'
    if (b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff) return 'picture'
    if (ascii(b, 0, 4) === 'RIFF')
      return ascii(b, 8, 12) === 'WEBP' ? 'picture' : ascii(b, 8, 12) === 'WAVE' ? 'sound' : 'unknown'
    if (
      ascii(b, 4, 8) === 'ftyp' ||
      ascii(b, 4, 8) === 'moov' ||
      ascii(b, 4, 8) === 'mdat' ||
      ascii(b, 4, 8) === 'wide'
    )
      return 'video'
    if (b.readUInt32BE(0) === 0x1a45dfa3) return 'video'
    if (ascii(b, 0, 4) === 'OggS') return 'video'
    if (ascii(b, 0, 4) === 'fLaC' || ascii(b, 0, 3) === 'ID3') return 'sound'
    if (b[0] === 0xff && (b[1]! & 0xe0) === 0xe0) return 'sound'
    const text = b
      .subarray(0, bytesRead)
      .toString('utf8')
      .replace(/^\uFEFF/, '')
      .trimStart()
    if (/^#EXTM3U|^ffconcat|^\[playlist\]|<MPD[\s>]|<playlist[\s>]|<asx[\s>]/i.test(text)) return 'playlist'
    if (/^(<\?xml[^>]*>\s*)?(<!--[\s\S]*?-->\s*)*(<!DOCTYPE svg[^>]*>\s*)?<svg[\s>]/i.test(text)) return 'vector'
    return 'unknown'
  } finally {
    await handle.close()
  }
}
