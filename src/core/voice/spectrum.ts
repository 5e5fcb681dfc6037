const known = new Map<number, { c: number; s: number }[]>()
/** By how much the k-th of a half so long is turned, at half + k. */
function turnsOf(n: number): { c: number; s: number }[] {
  const before = known.get(n)
  if (before) return before
  const out = [{ c: 1, s: 0 }]
  for (let half = 1; half < n; half *= 2)
    for (let k = 0; k < half; k++) out.push({ c: Math.cos((Math.PI * k) / half), s: -Math.sin((Math.PI * k) / half) })
  known.set(n, out)
  return out
}

/**
 * How much there is of each frequency in a window of sound, by a fast Fourier transform (Cooley and Tukey, 1965).
 *
 * @param windowed  as many samples as a power of two, already fading in and out
 * @returns power of bins 0 to half of the window, each `rate / length` wide
 */
export function powerSpectrum(windowed: Float64Array): Float64Array {
  const n = windowed.length
  const [re, im] = [Float64Array.from(windowed), new Float64Array(n)]
  for (let i = 1, j = 0; i < n; i++) {
    let bit = n >> 1
    for (; j & bit; bit >>= 1) j ^= bit
    j ^= bit
    if (i < j) [re[i], re[j]] = [re[j]!, re[i]!]
  }
  const turns = turnsOf(n)
  for (let half = 1; half < n; half *= 2) {
    for (let k = 0; k < half; k++) {
      const [c, s] = [turns[half + k]!.c, turns[half + k]!.s]
      for (let p = k; p < n; p += 2 * half) {
        const q = p + half
        const [xr, xi] = [re[q]! * c - im[q]! * s, re[q]! * s + im[q]! * c]
        re[q] = re[p]! - xr
        im[q] = im[p]! - xi
        re[p] = re[p]! + xr
        im[p] = im[p]! + xi
      }
    }
  }
  return Float64Array.from({ length: n / 2 }, (_, i) => re[i]! ** 2 + im[i]! ** 2)
}
