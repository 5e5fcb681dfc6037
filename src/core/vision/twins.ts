import type { Point } from '../geometry'
import type { Spotted } from './eyes'
import { median } from '../values/median'

/** Two places that are nearer than this are one. */
const SAME = 8
/** Moves that differ by no more than this are alike. */
const ALIKE = 3
/** Of so many of the places that look most alike the moves are compared. */
const MOST = 60
/** Of two moves that nearly as many places agree on, the one that goes on as it went is meant. */
const NEARLY = 0.8

const apart = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y)

/**
 * Places that look like what is followed and are not it, such as the other rows of a list: they go along with the
 * page, so that they tell where it is while it is out of sight.
 */
export class Twins {
  private constructor(private readonly places: readonly Spotted[]) {}

  /** Of all places where it seems to be, those that are not where it is. */
  static among(found: readonly Spotted[], own: Point): Twins {
    const best = [...found].sort((a, b) => b.share - a.share)
    const out: Spotted[] = []
    for (const f of best)
      if (out.length < MOST && apart(f, own) > SAME && out.every((o) => apart(o, f) > SAME)) out.push(f)
    return new Twins(out)
  }
  get any(): boolean {
    return this.places.length > 0
  }
  /** How well the likest of them fits. */
  get likeness(): number {
    return this.places[0]?.share ?? 0
  }

  /** By how much one of them went to be at a place now, where it goes about as far as `speed` says; else null. */
  wentTo(place: Point, speed: Point, tolerance: number): Point | null {
    const went = this.places
      .map((q) => ({ x: place.x - q.x, y: place.y - q.y }))
      .sort((a, b) => apart(a, speed) - apart(b, speed))[0]
    return went && apart(went, speed) <= tolerance ? went : null
  }

  /**
   * By how much they went together, from where they were to some of the places found now: as most of them say; where
   * as good as all say two things, as it went before. Null where nothing of them is found again.
   */
  moved(found: readonly Spotted[], speed: Point): Point | null {
    const moves = this.places.flatMap((q) => found.map((f) => ({ x: f.x - q.x, y: f.y - q.y })))
    if (moves.length === 0) return null
    const counted = moves.map((move) => ({ move, by: moves.filter((m) => apart(m, move) <= ALIKE) }))
    const most = Math.max(...counted.map((c) => c.by.length))
    const [meant] = counted
      .filter((c) => c.by.length >= most * NEARLY)
      .sort((a, b) => apart(a.move, speed) - apart(b.move, speed))
    return { x: Math.round(median(meant!.by.map((m) => m.x))), y: Math.round(median(meant!.by.map((m) => m.y))) }
  }
}
