import type { Playing } from './looks'

/** Parts of the look of what plays a medium that are what it plays, not how it looks. */
export const PLAYED = ['media', 'inUs', 'stretches'] as const
/** How long a draft stands still in between, at another rate. */
export function rerate({ look }: { look: Playing }, to: (frames: number) => number): void {
  for (const s of look.stretches) if ('hold' in s) s.hold = Math.max(1, to(s.hold))
}
