// AssemblyScript (compiled to WebAssembly by `./vane`): what of a picture changed, and where in it a shape is.

const BLOCK: i32 = 16
const CHANGED_BY: u8 = 10
const AGREES: i32 = 28
const NEWS_BY: i32 = 14

/**
 * The squares (16 × 16, numbered row by row) in which `grey` differs from `kept` by ten or more somewhere: their numbers go
 * to `list`, their pixels one square after the other to `out`, and into `kept`. With `all`, every square.
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
    for (let y = 0; y < high; y++) memory.copy(picture + (row * BLOCK + y) * w + column * BLOCK, pixels + i * BLOCK * BLOCK + y * BLOCK, wide)
  }
}

/** A shape as it lies in memory: fifteen numbers (`twofold` is what its dark pixels count for, in 65536ths, or 0), then lists of 16-bit x and y, of values, of classes (1 bright), of the ring's x and y, and of how far each value may be off. */
@unmanaged
class Shape {
  n: i32; w: i32; h: i32; cx: i32; cy: i32; twofold: i32; mean: i32; rings: i32
  dx: usize; dy: usize; value: usize; bright: usize; ringX: usize; ringY: usize; within: usize
}

/** How well a shape fits at a place, 0 to 1; 0 below `least`. */
export function fit(picture: usize, w: i32, h: i32, shape: usize, x: i32, y: i32, least: f32): f32 {
  const s = changetype<Shape>(shape)
  const inside = x >= 0 && y >= 0 && x + s.w <= w && y + s.h <= h
  let dark: i32 = 0
  let bright: i32 = 0
  let darkOff: i32 = 0
  let brightOff: i32 = 0
  const darkWeight: f32 = f32(s.twofold) / 65536
  const darkSlack: f32 = s.twofold != 0 ? (1 - least) / darkWeight : 1 - least
  const brightSlack: f32 = s.twofold != 0 ? (1 - least) / (1 - darkWeight) : 1 - least
  for (let i = 0; i < s.n; i++) {
    const px = x + i32(load<i16>(s.dx + 2 * i))
    const py = y + i32(load<i16>(s.dy + 2 * i))
    if (!inside && (px < 0 || py < 0 || px >= w || py >= h)) continue
    const d = i32(load<u8>(picture + py * w + px)) - i32(load<u8>(s.value + i))
    const most = i32(load<u8>(s.within + i))
    const off = d > most || d < -most
    if (load<u8>(s.bright + i) == 0) {
      dark++
      if (off && f32(++darkOff) > darkSlack * f32(dark) + 2) return 0
    } else {
      bright++
      if (off && f32(++brightOff) > brightSlack * f32(bright) + 2) return 0
    }
  }
  const seen = dark + bright
  if (f32(seen) < f32(s.n) * 0.38 || seen < 12) return 0
  const share: f32 = s.twofold != 0 && dark > 0 && bright > 0 ? 1 - (f32(darkOff) / f32(dark)) * darkWeight - (f32(brightOff) / f32(bright)) * (1 - darkWeight) : 1 - f32(darkOff + brightOff) / f32(seen)
  if (share < least) return 0
  if (s.twofold != 0) return share
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
  return n > 0 && f32(differs) / f32(n) > 0.6 ? share : 0
}

/** Which share of a shape's pixels differs between two pictures. */
export function news(a: usize, b: usize, w: i32, h: i32, shape: usize, x: i32, y: i32): f32 {
  const s = changetype<Shape>(shape)
  let n: i32 = 0
  let differs: i32 = 0
  for (let i = 0; i < s.n; i++) {
    const px = x + i32(load<i16>(s.dx + 2 * i))
    const py = y + i32(load<i16>(s.dy + 2 * i))
    if (px < 0 || py < 0 || px >= w || py >= h) continue
    n++
    const d = i32(load<u8>(a + py * w + px)) - i32(load<u8>(b + py * w + px))
    if (d > NEWS_BY || d < -NEWS_BY) differs++
  }
  return n == 0 ? 0 : f32(differs) / f32(n)
}

const PROBES: i32 = 96

/**
 * Looks for a shape whose middle lies in one of the squares of `list`: for each square the best place goes to `found`, as
 * x, y and share in three numbers of 32 bits. Where `other` is given, a share `newsLeast` of the shape has to differ in it.
 */
export function seek(picture: usize, other: usize, w: i32, h: i32, shape: usize, list: usize, squares: i32, least: f32, newsLeast: f32, found: usize, most: i32): i32 {
  const s = changetype<Shape>(shape)
  const columns = (w + BLOCK - 1) / BLOCK
  const probes = min<i32>(s.n, PROBES)
  let n: i32 = 0
  let top: f32 = 0
  for (let i = 0; i < squares; i++) {
    const b = load<i32>(list + 4 * i)
    const row = b / columns
    const x0 = (b - row * columns) * BLOCK - s.cx
    const y0 = row * BLOCK - s.cy
    let bestX: i32 = 0
    let bestY: i32 = 0
    let best: f32 = 0
    for (let y = y0; y < y0 + BLOCK; y++) {
      let open: i32 = 0xffff
      const bar = max<f32>(max<f32>(least, top - 0.1), best)
      if (x0 >= 0 && y >= 0 && x0 + BLOCK + s.w <= w && y + s.h <= h) {
        // Sixteen places side by side at once; most are given up after a few pixels.
        let off = i8x16.splat(0)
        const origin = picture + y * w + x0
        const limit = i32(f32(probes) * (1 - bar)) + 4
        for (let p = 0; p < probes; p++) {
          const v = v128.load(origin + i32(load<i16>(s.dy + 2 * p)) * w + i32(load<i16>(s.dx + 2 * p)))
          const u = i8x16.splat(i8(load<u8>(s.value + p)))
          off = i8x16.sub(off, i8x16.gt_u(v128.or(i8x16.sub_sat_u(v, u), i8x16.sub_sat_u(u, v)), i8x16.splat(i8(load<u8>(s.within + p)))))
          if ((p & 7) == 7) {
            const bound = min<i32>(limit, i32(f32(p + 1) * (1 - bar) * 1.3) + 3)
            open = i8x16.bitmask(i8x16.le_u(off, i8x16.splat(i8(bound))))
            if (open == 0) break
          }
        }
      }
      while (open != 0) {
        const lane = ctz(open)
        open &= open - 1
        const share = fit(picture, w, h, shape, x0 + lane, y, max<f32>(bar, best))
        if (share > best && (other == 0 || news(picture, other, w, h, shape, x0 + lane, y) >= newsLeast)) {
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
