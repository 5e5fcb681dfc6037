import type { ElementKind, Look } from '../kinds'
import { lookOf } from '../kinds/looks'

/** The look of an element that is of a kind. @throws Error when it is of another */
export function lookAs<K extends ElementKind>(e: { look: object }, kind: K): Extract<Look, { kind: K }> {
  const look = lookOf(e)
  if (look.kind !== kind) throw new Error(`It is of the kind ${look.kind}, not ${kind}`)
  return look as Extract<Look, { kind: K }>
}
