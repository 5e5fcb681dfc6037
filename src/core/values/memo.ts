interface Depends<X, K extends object> {
  /** The object with which the answer goes: it is let go of when that is; the asked-about itself if left out. */
  by?: (x: X) => K
  /** All else that the answer depends on: it is worked out anew when one of these is another. */
  needs?: (x: X) => readonly unknown[]
  /** What may still change in place is worked out each time; left out, nothing does. */
  settled?: (x: X) => boolean
}
function same(a: readonly unknown[], b: readonly unknown[]): boolean {
  if (a.length !== b.length) return false
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false
  return true
}

/**
 * Works something out once for what it depends on, and then remembers it. Objects are told apart by which they are, not
 * by what is in them: an edit makes new ones of what it changes.
 *
 * @returns the same function, which remembers the last answer for each object that it goes with
 */
export function memo<X extends object, A, K extends object = X>(
  make: (x: X) => A,
  { by, needs, settled }: Depends<X, K> = {},
): (x: X) => A {
  const known = new WeakMap<object, { needed: readonly unknown[]; answer: A }>()
  return (x) => {
    const key = by ? by(x) : x
    const before = known.get(key)
    if (before && !needs) return before.answer
    const needed = needs ? needs(x) : NONE
    if (before && same(before.needed, needed)) return before.answer
    const answer = make(x)
    if (!settled || settled(x)) known.set(key, { needed, answer })
    return answer
  }
}
const NONE: readonly unknown[] = []
/** Whether a thing cannot change in place any more. */
export const isSettled = (x: object): boolean => Object.isFrozen(x)

/**
 * The same for what depends on a text alone.
 *
 * @param most  answers that are remembered; when there are more, all are forgotten
 */
export function memoByText<A>(make: (text: string) => A, most = 2000): (text: string) => A {
  const known = new Map<string, A>()
  return (text) => {
    let answer = known.get(text)
    if (answer === undefined && !known.has(text)) {
      if (known.size >= most) known.clear()
      known.set(text, (answer = make(text)))
    }
    return answer as A
  }
}
