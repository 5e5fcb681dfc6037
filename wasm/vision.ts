// AssemblyScript (compiled to WebAssembly by `./vane`): what of a picture changed, and where in it a shape is.

const BLOCK: i32 = 16
const CHANGED_BY: u8 = 10
const AGREES: i32 = 28
const NEWS_BY: i32 = 14
const MOST_OUTSIDE: f32 = 0.62
const CONTRAST: f32 = 0.45
const STANDS_OUT: f32 = 0.75
/** Of a shape so many pixels are tried first, at each place. */
export const FIRST_PROBES: i32 = 96

/**
 * The squares (16 × 16, numbered row by row) in which `grey` differs from `kept` by ten or more somewhere: their
 * numbers go to `list`, their pixels one square after the other to `out`, and into `kept`. With `all`, every square.
 */
export function changed(grey: usize, kept: usize, w: i32, h: i32, list: usize, out: usize, all: bool): i32 {
  const columns = (w + BLOCK - 1) / BLOCK
  const rows = (h + BLOCK - 1) / BLOCK
  let n: i32 = 0
  for (let row = 0; row < rows; row++) {
    const high = min<i32>(BLOCK, h - row * BLOCK)
    for (let column = 0; column < columns; column++) {
      const wide = min<i32>(BLOCK, w - column * BLOCK)
      const at = row * BLOCK * w + column * BLOCK
      let differs = all
      if (!differs && wide == BLOCK) {
        let most = i8x16.splat(0)
        for (let y = 0; y < high; y++) {
          const a = v128.load(grey + at + y * w)
          const b = v128.load(kept + at + y * w)
          most = i8x16.max_u(most, v128.or(i8x16.sub_sat_u(a, b), i8x16.sub_sat_u(b, a)))
        }
        differs = v128.any_true(i8x16.ge_u(most, i8x16.splat(CHANGED_BY)))
      } else if (!differs) {
        for (let y = 0; y < high && !differs; y++) for (let x = 0; x < wide; x++) {
          const d = i32(load<u8>(grey + at + y * w + x)) - i32(load<u8>(kept + at + y * w + x))
          if (d >= i32(CHANGED_BY) || d <= -i32(CHANGED_BY)) { differs = true; break }
        }
      }
      if (!differs) continue
      store<i32>(list + 4 * n, row * columns + column)
      const to = out + n * BLOCK * BLOCK
      for (let y = 0; y < high; y++) {
        memory.copy(kept + at + y * w, grey + at + y * w, wide)
        memory.copy(to + y * BLOCK, grey + at + y * w, wide)
      }
      n++
    }
  }
  return n
}

/** Writes squares into a picture. */
export function lay(picture: usize, w: i32, h: i32, list: usize, pixels: usize, n: i32): void {
  const columns = (w + BLOCK - 1) / BLOCK
  for (let i = 0; i < n; i++) {
    const b = load<i32>(list + 4 * i)
    const row = b / columns
    const column = b - row * columns
    const wide = min<i32>(BLOCK, w - column * BLOCK)
    const high = min<i32>(BLOCK, h - row * BLOCK)
    for (let y = 0; y < high; y++) {
      const to = picture + (row * BLOCK + y) * w + column * BLOCK
      memory.copy(to, pixels + i * BLOCK * BLOCK + y * BLOCK, wide)
    }
  }
}

/**
 * In how many pixels each of the squares of `list` differs between two pictures by more than encoding does; written at
 * the square's own number.
 */
export function differing(a: usize, b: usize, w: i32, h: i32, list: usize, squares: i32, counts: usize): void {
  const columns = (w + BLOCK - 1) / BLOCK
  for (let i = 0; i < squares; i++) {
    const square = load<i32>(list + 4 * i)
    const row = square / columns
    const column = square - row * columns
    const at = row * BLOCK * w + column * BLOCK
    const high = min<i32>(BLOCK, h - row * BLOCK)
    let n: i32 = 0
    if (column * BLOCK + BLOCK <= w) {
      for (let y = 0; y < high; y++) {
        const u = v128.load(a + at + y * w)
        const v = v128.load(b + at + y * w)
        const apart = v128.or(i8x16.sub_sat_u(u, v), i8x16.sub_sat_u(v, u))
        n += popcnt(i8x16.bitmask(i8x16.gt_u(apart, i8x16.splat(i8(NEWS_BY)))))
      }
    } else n = BLOCK * BLOCK
    store<i32>(counts + 4 * square, n)
  }
}

/**
 * A shape as it lies in memory: seventeen numbers (`twofold` is what its dark pixels count for, in 65536ths, or 0),
 * then lists of 16-bit x and y, of values, and of how far each may be off, the `dark` ones first; of the ring's x and
 * y; and of which pixels to look at first, `probes` of them.
 */
@unmanaged
class Shape {
  n: i32; w: i32; h: i32; cx: i32; cy: i32; twofold: i32; mean: i32; rings: i32; dark: i32; probes: i32
  dx: usize; dy: usize; value: usize; ringX: usize; ringY: usize; within: usize; first: usize
}

/** 1 where a pixel of a shape is further off than it may be at a pixel of the picture, else 0. */
// @ts-ignore: decorator
@inline
function off(picture: usize, w: i32, s: Shape, i: i32, px: i32, py: i32): i32 {
  const most = i32(load<u8>(s.within + i))
  const d = i32(load<u8>(picture + py * w + px)) - i32(load<u8>(s.value + i))
  return i32(u32(d + most) > u32(2 * most))
}

/**
 * Of some of a shape's pixels, how many lie in the picture (in the upper half) and how many of these are off; -1 when
 * plainly too many.
 */
function offs(
  picture: usize, w: i32, h: i32,
  s: Shape, x: i32, y: i32,
  from: i32, to: i32, inside: bool, slack: f32,
): i32 {
  let bad: i32 = 0
  let seen: i32 = 0
  for (let i = from; i < to; ) {
    const until = min<i32>(to, i + 16)
    for (; i < until; i++) {
      const px = x + i32(load<i16>(s.dx + 2 * i))
      const py = y + i32(load<i16>(s.dy + 2 * i))
      if (!inside && (px < 0 || py < 0 || px >= w || py >= h)) continue
      bad += off(picture, w, s, i, px, py)
      seen++
    }
    if (f32(bad) > slack * f32(seen) + 2) return -1
  }
  return (seen << 16) | bad
}

/**
 * Whether a shape's bright pixels are brighter than its dark ones at a place, by a good part of how much they are in
 * the shape: an even field within both their reaches is none.
 */
function contrasts(picture: usize, w: i32, h: i32, s: Shape, x: i32, y: i32, inside: bool): bool {
  let sums: i64 = 0
  let own: i64 = 0
  let dark: i32 = 0
  let bright: i32 = 0
  let darkSum: i32 = 0
  let darkOwn: i32 = 0
  for (let i = 0; i < s.n; i++) {
    const px = x + i32(load<i16>(s.dx + 2 * i))
    const py = y + i32(load<i16>(s.dy + 2 * i))
    if (!inside && (px < 0 || py < 0 || px >= w || py >= h)) continue
    const is = i32(load<u8>(picture + py * w + px))
    const value = i32(load<u8>(s.value + i))
    if (i < s.dark) { dark++; darkSum += is; darkOwn += value } else { bright++; sums += is; own += value }
  }
  if (dark == 0 || bright == 0) return true
  const is = f32(sums) / f32(bright) - f32(darkSum) / f32(dark)
  return is >= CONTRAST * (f32(own) / f32(bright) - f32(darkOwn) / f32(dark))
}

/** How well a shape fits at a place, 0 to 1; 0 below `least`. */
export function fit(picture: usize, w: i32, h: i32, shape: usize, x: i32, y: i32, least: f32): f32 {
  const s = changetype<Shape>(shape)
  const inside = x >= 0 && y >= 0 && x + s.w <= w && y + s.h <= h
  const darkWeight: f32 = f32(s.twofold) / 65536
  const ofDark = offs(picture, w, h, s, x, y, 0, s.dark, inside, s.twofold != 0 ? (1 - least) / darkWeight : 1 - least)
  if (ofDark < 0) return 0
  const brightSlack: f32 = s.twofold != 0 ? (1 - least) / (1 - darkWeight) : 1 - least
  const ofBright = offs(picture, w, h, s, x, y, s.dark, s.n, inside, brightSlack)
  if (ofBright < 0) return 0
  const dark = ofDark >> 16
  const bright = ofBright >> 16
  const darkOff: f32 = f32(ofDark & 0xffff)
  const brightOff: f32 = f32(ofBright & 0xffff)
  const seen = dark + bright
  if (f32(seen) < f32(s.n) * (1 - MOST_OUTSIDE) || seen < 12) return 0
  const share: f32 = s.twofold != 0 && dark > 0 && bright > 0
    ? 1 - (darkOff / f32(dark)) * darkWeight - (brightOff / f32(bright)) * (1 - darkWeight)
    : 1 - (darkOff + brightOff) / f32(seen)
  if (share < least) return 0
  if (s.twofold != 0) return contrasts(picture, w, h, s, x, y, inside) ? share : 0
  let differs: i32 = 0
  let n: i32 = 0
  for (let i = 0; i < s.rings; i++) {
    const px = x + i32(load<i16>(s.ringX + 2 * i))
    const py = y + i32(load<i16>(s.ringY + 2 * i))
    if (px < 0 || py < 0 || px >= w || py >= h) continue
    n++
    const d = i32(load<u8>(picture + py * w + px)) - s.mean
    if (d > AGREES || d < -AGREES) differs++
  }
  return n > 0 && f32(differs) / f32(n) > STANDS_OUT ? share : 0
}

/** Which share of a shape's pixels differs between two pictures. */
function news(a: usize, b: usize, w: i32, h: i32, shape: usize, x: i32, y: i32): f32 {
  const s = changetype<Shape>(shape)
  let n: i32 = 0
  let differs: i32 = 0
  for (let i = 0; i < s.n; i++) {
    const px = x + i32(load<i16>(s.dx + 2 * i))
    const py = y + i32(load<i16>(s.dy + 2 * i))
    if (px < 0 || py < 0 || px >= w || py >= h) continue
    n++
    const d = i32(load<u8>(a + py * w + px)) - i32(load<u8>(b + py * w + px))
    differs += i32(u32(d + NEWS_BY) > u32(2 * NEWS_BY))
  }
  return n == 0 ? 0 : f32(differs) / f32(n)
}

/**
 * Where `seek` lays out the first pixels of a shape for sixteen places at once: the way to each, its darkest and how
 * far above that it may be, sixteen times each.
 */
const LAID = memory.data(FIRST_PROBES * 36, 16)
const WAYS: usize = FIRST_PROBES * 32

function layOut(s: Shape, w: i32): void {
  for (let p = 0; p < s.probes; p++) {
    const i = i32(load<u16>(s.first + 2 * p))
    const value = i32(load<u8>(s.value + i))
    const within = i32(load<u8>(s.within + i))
    const low = max<i32>(0, value - within)
    store<i32>(LAID + WAYS + 4 * p, i32(load<i16>(s.dy + 2 * i)) * w + i32(load<i16>(s.dx + 2 * i)))
    v128.store(LAID + 32 * p, i8x16.splat(i8(low)))
    v128.store(LAID + 32 * p + 16, i8x16.splat(i8(min<i32>(255, value + within) - low)))
  }
}

/**
 * At which of sixteen places side by side the first pixels of a shape agree well enough, a bit for each; most places
 * are given up after a few pixels.
 */
function likely(origin: usize, probes: i32, bar: f32): i32 {
  const most = i32(f32(probes) * (1 - bar)) + 4
  let agree = i8x16.splat(0)
  let open: i32 = 0xffff
  for (let p = 0; p < probes; ) {
    const until = min<i32>(probes, p + 8)
    for (; p < until; p++) {
      const d = i8x16.sub(v128.load(origin + load<i32>(LAID + WAYS + 4 * p)), v128.load(LAID + 32 * p))
      agree = i8x16.sub(agree, i8x16.eq(i8x16.min_u(d, v128.load(LAID + 32 * p + 16)), d))
    }
    const spare = min<i32>(most, i32(f32(p) * (1 - bar) * 1.3) + 3)
    open = spare >= p ? 0xffff : i8x16.bitmask(i8x16.ge_u(agree, i8x16.splat(i8(p - spare))))
    if (open == 0) break
  }
  return open
}

/**
 * The best place of a shape within `reach` pixels of another that itself does not count, better than `least`; x and y
 * go to `found`, the share is returned, or 0.
 */
export function around(
  picture: usize, w: i32, h: i32,
  shape: usize, x: i32, y: i32,
  reach: i32, least: f32, found: usize,
): f32 {
  const s = changetype<Shape>(shape)
  const lanes = 2 * reach + 1
  const whole = x >= reach && y >= reach && x - reach + BLOCK + s.w <= w && y + reach + s.h <= h && lanes <= BLOCK
  if (whole) layOut(s, w)
  let best: f32 = 0
  for (let row = y - reach; row <= y + reach; row++) {
    let open: i32 = (1 << lanes) - 1
    if (row == y) open &= ~(1 << reach)
    if (whole) open &= likely(picture + row * w + x - reach, s.probes, max<f32>(least, best))
    while (open != 0) {
      const lane = ctz(open)
      open &= open - 1
      const share = fit(picture, w, h, shape, x - reach + lane, row, max<f32>(least, best))
      if (share <= best) continue
      best = share
      store<i32>(found, x - reach + lane)
      store<i32>(found + 4, row)
    }
  }
  return best
}

/** The same for one place, which may be partly outside, by a third as many pixels. */
function maybe(picture: usize, w: i32, h: i32, s: Shape, x: i32, y: i32, bar: f32): bool {
  let bad: i32 = 0
  let seen: i32 = 0
  const n = min<i32>(32, s.probes)
  for (let p = 0; p < n; p++) {
    const i = i32(load<u16>(s.first + 2 * p))
    const px = x + i32(load<i16>(s.dx + 2 * i))
    const py = y + i32(load<i16>(s.dy + 2 * i))
    if (px < 0 || py < 0 || px >= w || py >= h) continue
    bad += off(picture, w, s, i, px, py)
    seen++
  }
  return f32(bad) <= f32(seen) * (1 - bar) * 1.3 + 3
}

/**
 * Looks for a shape whose middle lies in one of the squares of `list`: for each square the best place goes to `found`,
 * as x, y and share in three numbers of 32 bits. A share `newsLeast` of the shape has to differ in the other picture;
 * `counts` says in how many pixels each square differs there at all.
 */
export function seek(
  picture: usize, other: usize, w: i32, h: i32,
  shape: usize, list: usize, squares: i32, counts: usize,
  least: f32, newsLeast: f32, found: usize, most: i32,
): i32 {
  const s = changetype<Shape>(shape)
  const columns = (w + BLOCK - 1) / BLOCK
  const rows = (h + BLOCK - 1) / BLOCK
  const enough = i32(newsLeast * f32(s.n))
  let n: i32 = 0
  let top: f32 = 0
  layOut(s, w)
  for (let i = 0; i < squares; i++) {
    const b = load<i32>(list + 4 * i)
    const row = b / columns
    const x0 = (b - row * columns) * BLOCK - s.cx
    const y0 = row * BLOCK - s.cy
    const lastX = x0 + BLOCK + s.w - 2
    const lastY = y0 + BLOCK + s.h - 2
    let differ: i32 = 0
    const right = min<i32>(columns - 1, lastX / BLOCK)
    const bottom = min<i32>(rows - 1, lastY / BLOCK)
    for (let r = max<i32>(0, y0) / BLOCK; r <= bottom; r++) for (let c = max<i32>(0, x0) / BLOCK; c <= right; c++)
      differ += load<i32>(counts + 4 * (r * columns + c))
    // Of a shape that is partly outside, MOST_OUTSIDE of its pixels are not there to differ.
    const whole = x0 >= 0 && y0 >= 0 && lastX < w && lastY < h
    const need = whole ? enough : i32(f32(enough) * (1 - MOST_OUTSIDE))
    if (differ < need) continue
    // Places at which it sticks out to the left or right are looked at one by one.
    const leftOut = x0 < 0 ? (1 << min<i32>(16, -x0)) - 1 : 0
    const rightOut = lastX >= w ? 0xffff & ~((1 << max<i32>(0, w - s.w - x0 + 1)) - 1) : 0
    const sideways = leftOut | rightOut
    let bestX: i32 = 0
    let bestY: i32 = 0
    let best: f32 = 0
    for (let y = y0; y < y0 + BLOCK; y++) {
      const bar = max<f32>(max<f32>(least, top - 0.1), best)
      let open: i32 = 0xffff
      const level = y >= 0 && y + s.h <= h
      if (level && sideways != 0xffff) open = likely(picture + y * w + x0, s.probes, bar) | sideways
      while (open != 0) {
        const lane = ctz(open)
        open &= open - 1
        if ((!level || (sideways >> lane) & 1) && !maybe(picture, w, h, s, x0 + lane, y, bar)) continue
        const share = fit(picture, w, h, shape, x0 + lane, y, max<f32>(bar, best))
        if (share > best && news(picture, other, w, h, shape, x0 + lane, y) >= newsLeast) {
          best = share
          bestX = x0 + lane
          bestY = y
        }
      }
    }
    if (best == 0 || n == most) continue
    top = max<f32>(top, best)
    store<i32>(found + 12 * n, bestX)
    store<i32>(found + 12 * n + 4, bestY)
    store<f32>(found + 12 * n + 8, best)
    n++
  }
  return n
}
