import type { Key, Work } from '@/core/display'
import type { Context } from './easel'
import { grader } from './grade'
import { recolourer } from './recolour'
import type { Size } from './shapes'

/** Does to the pixels of a sheet what is to be done to them: one seen through, one changed, then all of them. */
export function workOn(sheet: Context, { width, height }: Size, work: Work): void {
  const image = sheet.getImageData(0, 0, width, height)
  workOnPixels(image.data, work)
  sheet.putImageData(image, 0, 0)
}

type Step = (data: Uint8ClampedArray) => void
/** What is known of colours: so many, the last one seen in each place; opaque ones alone, so that 0 is none. */
const KNOWN = 1 << 16
interface Known {
  steps: Step[]
  colours: Uint32Array
  answers: Uint32Array
}
const known = new Map<string, Known>()
/** So many different things are done to pixels at a time, each with what it knows. */
const MOST = 6

function knownOf(work: Work): Known {
  const name = JSON.stringify(work)
  let found = known.get(name)
  if (!found) {
    if (known.size >= MOST) known.clear()
    const { key, swap, grade } = work
    // What is seen through is known by the colours as they were recorded.
    const steps = [...(key ? [keyer(key)] : []), ...(swap ? [recolourer(swap)] : []), ...(grade ? [grader(grade)] : [])]
    known.set(name, (found = { steps, colours: new Uint32Array(KNOWN), answers: new Uint32Array(KNOWN) }))
  }
  return found
}

/** Does it to RGBA pixels in place, not premultiplied; what comes of a colour is worked out once while it is known. */
export function workOnPixels(data: Uint8ClampedArray, work: Work): void {
  const { steps, colours, answers } = knownOf(work)
  const one = new Uint8ClampedArray(4)
  const answer = new Uint32Array(one.buffer)
  const pixels = new Uint32Array(data.buffer, data.byteOffset, data.length >> 2)
  for (let i = 0; i < pixels.length; i++) {
    const colour = pixels[i]!
    const alpha = colour >>> 24
    if (alpha === 0) continue
    const at = (Math.imul(colour, 0x9e3779b1) >>> 16) & (KNOWN - 1)
    if (alpha === 255 && colours[at] === colour) {
      pixels[i] = answers[at]!
      continue
    }
    answer[0] = colour
    for (const step of steps) step(one)
    pixels[i] = answer[0]
    if (alpha !== 255) continue
    colours[at] = colour
    answers[at] = answer[0]
  }
}

// ITU-R BT.709: luma, and how far blue and red lie from it.
const [KR, KG, KB] = [0.2126, 0.7152, 0.0722]
const chroma = (r: number, g: number, b: number): [number, number] => {
  const y = KR * r + KG * g + KB * b
  return [(b - y) / 1.8556, (r - y) / 1.5748]
}
/** Distances of chroma, of 255, that all of a reach and all of a softness stand for. */
const REACH = 150
const SOFT = 110

/**
 * Lets one colour be seen through, in place. What is as near to it in chroma as `reach` is gone, what lies within
 * `soft` of that is gone in part; what shines in that colour loses so much of it as `spill` says. `data` is RGBA, not
 * premultiplied.
 */
export const keyOut = (data: Uint8ClampedArray, key: Key): void => keyer(key)(data)

/** The same, ready for many. */
function keyer({ colour, reach, soft, spill }: Key): Step {
  const [r0, g0, b0] = [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16)) as [number, number, number]
  const [u0, v0] = chroma(r0, g0, b0)
  const strong = Math.hypot(u0, v0) || 1
  const [un, vn] = [u0 / strong, v0 / strong]
  const inner = reach * REACH
  const outer = inner + Math.max(1, soft * SOFT)
  return (data) => {
    for (let i = 0; i < data.length; i += 4) {
      if (data[i + 3] === 0) continue
      const [r, g, b] = [data[i]!, data[i + 1]!, data[i + 2]!]
      const y = KR * r + KG * g + KB * b
      const u = (b - y) / 1.8556
      const v = (r - y) / 1.5748
      const far = Math.hypot(u - u0, v - v0)
      if (far <= inner) {
        data[i + 3] = 0
        continue
      }
      if (far < outer) data[i + 3] = data[i + 3]! * ((far - inner) / (outer - inner))
      // Of its colour, what points the way of the key.
      const along = u * un + v * vn
      if (along <= 0 || spill <= 0) continue
      const off = along * spill * Math.max(0, 1 - Math.abs(u * vn - v * un) / (2 * along + 1e-6))
      const [u2, v2] = [u - un * off, v - vn * off]
      data[i] = y + 1.5748 * v2
      data[i + 2] = y + 1.8556 * u2
      data[i + 1] = (y - KR * (y + 1.5748 * v2) - KB * (y + 1.8556 * u2)) / KG
    }
  }
}
