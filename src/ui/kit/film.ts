import { besideUrl, FILM } from '@/contract/beside'
import type { Medium } from '@/core/lesson/schema'

/** The small pictures of a take at even times. */
export interface Film {
  stepUs: number
  count: number
  /** Pixels of a small picture for one of the take. */
  scale: number
  picture: (n: number) => ImageData
}
const known = new Map<string, Promise<Film | null>>()

/** How high a small picture of a film strip is, by its take's height for each of its width. */
export const filmHeight = (shape: number): number => Math.round((FILM.width * shape) / 2) * 2

/** The film strip of a take, to be looked at; null where it has none, or none can be had. */
export function filmOf(medium: Medium): Promise<Film | null> {
  const { sha256 } = medium
  let film = known.get(sha256)
  if (!film) known.set(sha256, (film = opened(medium)))
  return film
}
async function opened({ sha256, aids, width, height }: Medium): Promise<Film | null> {
  const film = aids?.film
  if (!film || !width || !height) return null
  const image = new Image()
  image.src = besideUrl(sha256, 'film')
  try {
    await image.decode()
  } catch {
    known.delete(sha256)
    return null
  }
  const [w, h] = [FILM.width, filmHeight(height / width)]
  const canvas = document.createElement('canvas')
  canvas.width = w
  canvas.height = h
  const ctx = canvas.getContext('2d', { willReadFrequently: true })!
  const picture = (n: number): ImageData => {
    ctx.drawImage(image, (n % FILM.columns) * w, Math.floor(n / FILM.columns) * h, w, h, 0, 0, w, h)
    return ctx.getImageData(0, 0, w, h)
  }
  return { ...film, scale: w / width, picture }
}
