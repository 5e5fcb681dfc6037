import type { Draft } from 'immer'
import { placedIn } from '../../kinds'
import type { Lesson } from '../../lesson/schema'
import { make, type Edit, type Given } from './act'
import { alongCopies } from '../elements/copying'

/** Makes an edit, and what follows from it for copies, and for lessons that no element shows any more. */
export function makeWhole(edit: Edit, draft: Draft<Lesson>, given: Given): void {
  make(edit, draft, given)
  alongCopies(draft, given)
  dropUnshown(draft)
}

function dropUnshown({ parts, elements }: Draft<Lesson>): void {
  const ids = Object.keys(parts)
  if (ids.length === 0) return
  const shown = new Set(elements.map((e) => placedIn(e)?.part))
  for (const id of ids) if (!shown.has(id)) delete parts[id]
}
