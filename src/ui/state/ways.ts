import { keep, keptOr } from '../kit/useKept'
import { waysOf, type Ways } from './deskFields'
import type { Desk } from './held'

const KEY = 'ways'
/** The ways that were kept before this page was loaded, in place of those that a desk begins with. */
export function keptWays(desk: Desk): Ways {
  const first = waysOf(desk)
  const kept = keptOr(KEY, first)
  return {
    ...kept,
    aids: { ...first.aids, ...kept.aids },
    // What takes the place of all panes is for now, not for the next time.
    panes: { ...first.panes, ...kept.panes, picture: false },
  }
}
/** Keeps the ways of a desk that is open, where they are others than they were. */
export function keepWays(now: Desk, before: Desk): void {
  if (!before.ready || !now.ready) return
  const [a, b] = [waysOf(now), waysOf(before)]
  if ((Object.keys(a) as (keyof Ways)[]).some((k) => a[k] !== b[k])) keep(KEY, a)
}
