/**
 * A compact thing that was there at one frame, and neither some frames before nor some frames after: as a pointer
 * passing by.
 */
export interface Flash {
  frame: number
  /** Its box, in pixels of the picture. */
  x: number
  y: number
  w: number
  h: number
  /** Pixels of it. */
  count: number
  /** The picture around it at that frame, `MARGIN` wider on every side, and where in it its own pixels are. */
  patch: Uint8Array
  ownAt: number[]
}
