import { besideUrl, FILM } from '@/contract/beside'
import type { Medium } from '@/core/lesson/schema'

/** So many pixels of a small picture, each so far off, are a change. */
const PIXELS = 4
const OFF = 26
const known = new Map<string, Promise<{ fromUs: number; toUs: number }[]>>()

/** Where in a take its picture changes, by the small pictures of its film strip: as finely as these lie. */
export function filmChanges({ sha256, aids, width, height }: Medium): Promise<{ fromUs: number; toUs: number }[]> {
  const film = aids?.film
  if (!film || !width || !height) return Promise.resolve([])
  let found = known.get(sha256)
  if (!found) known.set(sha256, (found = looked(besideUrl(sha256, 'film'), film, height / width)))
  return found
}
async function looked(url: string, film: { stepUs: number; count: number }, shape: number) {
  const image = new Image()
  image.src = url
  try {
    await image.decode()
  } catch {
    return []
  }
  const [w, h] = [FILM.width, Math.round((FILM.width * shape) / 2) * 2]
  const canvas = document.createElement('canvas')
  canvas.width = w
  canvas.height = h
  const ctx = canvas.getContext('2d', { willReadFrequently: true })!
  const picture = (n: number) => {
    ctx.drawImage(image, (n % FILM.columns) * w, Math.floor(n / FILM.columns) * h, w, h, 0, 0, w, h)
    return ctx.getImageData(0, 0, w, h).data
  }
  const out: { fromUs: number; toUs: number }[] = []
  let before = picture(0)
  for (let n = 1; n < film.count; n++) {
    const now = picture(n)
    let off = 0
    for (let i = 0; i < now.length && off < PIXELS; i += 4)
      if (Math.abs(now[i]! - before[i]!) + Math.abs(now[i + 1]! - before[i + 1]!) > 2 * OFF) off++
    if (off >= PIXELS) out.push({ fromUs: (n - 1) * film.stepUs, toUs: n * film.stepUs })
    before = now
  }
  return out
}
