// AssemblyScript (compiled to WebAssembly by `./vane`): draws one plane of a picture into another.

/**
 * Draws a plane of fw × fh samples so that it fills the rectangle dx, dy, dw, dh of a plane of
 * tw × th samples: bilinear, clipped. `scratch` has room for 8·tw + 2·(fw + 16) bytes. With `flags` (a byte
 * for each row of the source), only what comes from a flagged row is drawn.
 */
export function plane(
  to: usize,
  tw: i32,
  th: i32,
  from: usize,
  fw: i32,
  fh: i32,
  dx: f64,
  dy: f64,
  dw: f64,
  dh: f64,
  scratch: usize,
  flags: usize,
): void {
  const x0 = max<i32>(0, i32(Math.round(dx)))
  const x1 = min<i32>(tw, i32(Math.round(dx + dw)))
  const y0 = max<i32>(0, i32(Math.round(dy)))
  const y1 = min<i32>(th, i32(Math.round(dy + dh)))
  if (x1 <= x0 || y1 <= y0 || fw < 2 || fh < 2) return
  const n = x1 - x0
  const line = scratch + 8 * tw
  for (let i = 0; i < n; i++) {
    const s = min<f64>(f64(fw - 1), max<f64>(0, ((f64(x0 + i) + 0.5 - dx) * f64(fw)) / dw - 0.5))
    const c = min<i32>(fw - 2, i32(Math.floor(s)))
    store<i32>(scratch + 8 * i, c * 2)
    store<i32>(scratch + 8 * i, i32(Math.round((s - f64(c)) * 256)), 4)
  }
  const c0 = (load<i32>(scratch) / 2) & ~7
  const c1 = load<i32>(scratch + 8 * (n - 1)) / 2 + 2
  for (let y = y0; y < y1; y++) {
    const s = min<f64>(f64(fh - 1), max<f64>(0, ((f64(y) + 0.5 - dy) * f64(fh)) / dh - 0.5))
    const r = min<i32>(fh - 2, i32(Math.floor(s)))
    if (flags != 0 && load<u8>(flags + r) == 0 && load<u8>(flags + r + 1) == 0) continue
    const w = i32(Math.round((s - f64(r)) * 256))
    const top = from + r * fw
    const under = top + fw
    const wa = i16x8.splat(i16(256 - w))
    const wb = i16x8.splat(i16(w))
    for (let c = c0; c < c1; c += 8) {
      const a = v128.load_ext<u8>(top + c)
      const b = v128.load_ext<u8>(under + c)
      v128.store(line + 2 * c, i16x8.add(i16x8.mul(a, wa), i16x8.mul(b, wb)))
    }
    let o = to + y * tw + x0
    let at = scratch
    for (let i = 0; i < n; i++) {
      const pair = load<u32>(line + load<i32>(at))
      const wx = load<i32>(at, 4)
      store<u8>(o, ((pair & 0xffff) * (256 - wx) + (pair >> 16) * wx + 32768) >> 16)
      o++
      at += 8
    }
  }
}

/**
 * Lays n premultiplied samples with their alpha over others (source-over); `share` of 256 of their opacity. Reads and
 * writes up to 7 past n.
 */
function lay(to: usize, value: usize, alpha: usize, n: i32, share: i32): void {
  const full = i16x8.splat(255)
  const round = i16x8.splat(127)
  const one = i16x8.splat(1)
  const part = i16x8.splat(i16(share))
  for (let i = 0; i < n; i += 8) {
    let a = v128.load_ext<u8>(alpha + i)
    if (!v128.any_true(a)) continue
    let v = v128.load_ext<u8>(value + i)
    if (share < 256) {
      a = i16x8.shr_u(i16x8.mul(a, part), 8)
      v = i16x8.shr_u(i16x8.mul(v, part), 8)
    }
    const d = i16x8.add(i16x8.mul(v128.load_ext<u8>(to + i), i16x8.sub(full, a)), round)
    const out = i16x8.add(v, i16x8.shr_u(i16x8.add(i16x8.add(d, i16x8.shr_u(d, 8)), one), 8))
    if (i + 8 <= n) v128.store64_lane(to + i, i8x16.narrow_i16x8_u(out, out), 0)
    else {
      const packed = i8x16.narrow_i16x8_u(out, out)
      let bits = i64x2.extract_lane(packed, 0)
      for (let k = i; k < n; k++) {
        store<u8>(to + k, u8(bits))
        bits >>= 8
      }
    }
  }
}

/**
 * Lays a tile (five planes after each other: luma, alpha, cb, cr, half alpha) at x, y of a picture of tw × th. All
 * even.
 */
export function layTile(to: usize, tw: i32, th: i32, tile: usize, x: i32, y: i32, w: i32, h: i32, share: i32): void {
  const n = w * h
  for (let row = 0; row < h; row++) lay(to + (y + row) * tw + x, tile + row * w, tile + n + row * w, w, share)
  const hw = w >> 1
  const halfAlpha = tile + 2 * n + (n >> 1)
  const chroma = to + tw * th
  for (let row = 0; row < h >> 1; row++) {
    const at = ((y >> 1) + row) * (tw >> 1) + (x >> 1)
    lay(chroma + at, tile + 2 * n + row * hw, halfAlpha + row * hw, hw, share)
    lay(chroma + ((tw * th) >> 2) + at, tile + 2 * n + (n >> 2) + row * hw, halfAlpha + row * hw, hw, share)
  }
}

let nearestTo: u32 = 0
let nearY: u8 = 16
let nearCb: u8 = 128
let nearCr: u8 = 128
/**
 * The samples that an opaque colour comes back from most nearly (BT.709, limited range): the best of the 27 around the
 * rounded ones, as each of them rounded by itself may add up to two steps of a channel. The last colour is remembered.
 */
function nearest(colour: u32): void {
  if (colour == nearestTo) return
  nearestTo = colour
  const r = f64(colour & 255)
  const g = f64((colour >> 8) & 255)
  const b = f64((colour >> 16) & 255)
  const luma = 0.2126 * r + 0.7152 * g + 0.0722 * b
  const y0 = i32(16 + (luma * 219) / 255 + 0.5)
  const cb0 = i32(128 + ((b - luma) * 224) / 255 / 1.8556 + 0.5)
  const cr0 = i32(128 + ((r - luma) * 224) / 255 / 1.5748 + 0.5)
  let least: f64 = 1e9
  for (let dy = -1; dy <= 1; dy++)
    for (let db = -1; db <= 1; db++)
      for (let dr = -1; dr <= 1; dr++) {
        const y = (f64(y0 + dy - 16) * 255) / 219
        const u = (f64(cb0 + db - 128) * 255) / 224
        const v = (f64(cr0 + dr - 128) * 255) / 224
        const er = y + 1.5748 * v - r
        const eg = y - 0.1873242729 * u - 0.4681242729 * v - g
        const eb = y + 1.8556 * u - b
        const off = er * er + eg * eg + eb * eb
        if (off >= least - 1e-9) continue
        least = off
        nearY = u8(max(16, min(235, y0 + dy)))
        nearCb = u8(max(16, min(240, cb0 + db)))
        nearCr = u8(max(16, min(240, cr0 + dr)))
      }
}
/** The samples of an opaque colour, 0xBBGGRR, as 0xCrCbY. */
export function samplesOf(colour: u32): u32 {
  nearest(colour | 0xff000000)
  return u32(nearY) | (u32(nearCb) << 8) | (u32(nearCr) << 16)
}

/** Turns premultiplied RGBA into a tile; BT.709, limited range. What is one opaque colour is the nearest to it. */
export function makeTile(rgba: usize, tile: usize, w: i32, h: i32): void {
  const n = w * h
  const yr: f32 = (0.2126 * 219) / 255
  const yg: f32 = (0.7152 * 219) / 255
  const yb: f32 = (0.0722 * 219) / 255
  const cbScale: f32 = 224.0 / 255.0 / 1.8556
  const crScale: f32 = 224.0 / 255.0 / 1.5748
  for (let i = 0; i < n; i++) {
    const p = load<u32>(rgba + 4 * i)
    const a = p >> 24
    store<u8>(tile + n + i, u8(a))
    store<u8>(
      tile + i,
      a == 0
        ? 0
        : u8((f32(a) * 16) / 255 + f32(p & 255) * yr + f32((p >> 8) & 255) * yg + f32((p >> 16) & 255) * yb + 0.5),
    )
  }
  const hw = w >> 1
  const cb = tile + 2 * n
  const cr = cb + (n >> 2)
  const half = cr + (n >> 2)
  for (let row = 0; row < h >> 1; row++) {
    for (let col = 0; col < hw; col++) {
      const i = rgba + 4 * (2 * row * w + 2 * col)
      const p = load<u32>(i),
        q = load<u32>(i, 4),
        s = load<u32>(i + 4 * w),
        t = load<u32>(i + 4 * w, 4)
      const a = (p >> 24) + (q >> 24) + (s >> 24) + (t >> 24)
      const o = row * hw + col
      if (a == 0) {
        store<u8>(cb + o, 0)
        store<u8>(cr + o, 0)
        store<u8>(half + o, 0)
        continue
      }
      if (a == 1020 && p == q && p == s && p == t) {
        nearest(p)
        const at = tile + 2 * row * w + 2 * col
        const pair = u16(nearY) | (u16(nearY) << 8)
        store<u16>(at, pair)
        store<u16>(at + w, pair)
        store<u8>(cb + o, nearCb)
        store<u8>(cr + o, nearCr)
        store<u8>(half + o, 255)
        continue
      }
      const r = f32((p & 255) + (q & 255) + (s & 255) + (t & 255)) / 4
      const g = f32(((p >> 8) & 255) + ((q >> 8) & 255) + ((s >> 8) & 255) + ((t >> 8) & 255)) / 4
      const b = f32(((p >> 16) & 255) + ((q >> 16) & 255) + ((s >> 16) & 255) + ((t >> 16) & 255)) / 4
      const luma: f32 = 0.2126 * r + 0.7152 * g + 0.0722 * b
      store<u8>(half + o, u8(f32(a) / 4 + 0.5))
      store<u8>(cb + o, u8((f32(a) * 128) / 1020 + (b - luma) * cbScale + 0.5))
      store<u8>(cr + o, u8((f32(a) * 128) / 1020 + (r - luma) * crScale + 0.5))
    }
  }
}

/** Brings `kept` up to `now`, both w × h samples, and flags each row that differed. */
export function renew(kept: usize, now: usize, w: i32, h: i32, flags: usize): void {
  const body = w & ~15
  for (let row = 0; row < h; row++) {
    const a = kept + row * w
    const b = now + row * w
    let differs = false
    for (let i = 0; i < body; i += 16) {
      if (v128.any_true(v128.xor(v128.load(a + i), v128.load(b + i)))) {
        differs = true
        break
      }
    }
    for (let i = body; i < w && !differs; i++) differs = load<u8>(a + i) != load<u8>(b + i)
    store<u8>(flags + row, u8(differs))
    if (differs) memory.copy(a, b, w)
  }
}
