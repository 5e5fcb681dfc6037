/** What a lesson and the files in it may be, at the most; what is brought in is held to the same. */
export const LIMITS = {
  /** Sides of a lesson's frame, in pixels. */
  frame: { least: 16, width: 7680, height: 4320 },
  /** The longer side of a recording and of a picture, in pixels; a picture's area in millions of pixels. */
  takeSide: 8192,
  pictureSide: 16_384,
  pictureMegapixels: 64,
  /** Frames a second. */
  fps: 240,
  /** Of a recording, in hours. */
  hours: 6,
} as const

/**
 * The frame for a lesson whose first recording is of this size: the same, or as near as its limits allow in the same
 * proportion.
 */
export function frameFor(width: number, height: number): { width: number; height: number } {
  const { frame } = LIMITS
  const scale = Math.min(1, frame.width / width, frame.height / height)
  const side = (v: number, most: number) => Math.min(most, Math.max(frame.least, Math.round((v * scale) / 2) * 2))
  return scale === 1 && width >= frame.least && height >= frame.least
    ? { width: width - (width % 2), height: height - (height % 2) }
    : { width: side(width, frame.width), height: side(height, frame.height) }
}
