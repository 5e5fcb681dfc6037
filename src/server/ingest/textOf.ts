/**
 * A text file's letters: UTF-8, or UTF-16 by its byte order mark or its zero bytes; what is neither is taken for
 * Latin-1 (Windows-1252).
 */
export function textOf(bytes: Buffer): string {
  const marked =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : null
  if (marked) return new TextDecoder(marked).decode(bytes)
  const head = bytes.subarray(0, 400)
  const zeros = (from: 0 | 1) => head.filter((b, i) => i % 2 === from && b === 0).length
  if (zeros(1) > head.length / 4) return new TextDecoder('utf-16le').decode(bytes)
  if (zeros(0) > head.length / 4) return new TextDecoder('utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}
