import type { Patch } from 'immer'

type Path = readonly (string | number)[]
const isObject = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v)

/**
 * The patches that lead from one piece of plain data to another: what both share is passed over, so that of large ones
 * that differ a little only the difference is looked at.
 */
export function patchesBetween(before: unknown, after: unknown, path: Path = []): Patch[] {
  if (before === after) return []
  if (Array.isArray(before) && Array.isArray(after)) return listPatches(before, after, path)
  if (!isObject(before) || !isObject(after)) return [{ op: 'replace', path: [...path], value: after }]
  const out: Patch[] = []
  for (const key of Object.keys(before))
    if (!(key in after)) out.push({ op: 'remove', path: [...path, key] })
    else out.push(...patchesBetween(before[key], after[key], [...path, key]))
  for (const key of Object.keys(after))
    if (!(key in before)) out.push({ op: 'add', path: [...path, key], value: after[key] })
  return out
}

const same = (a: unknown, b: unknown): boolean => patchesBetween(a, b).length === 0
/** Of lists what is alike at both ends is left; in between what stands at the same place is compared. */
function listPatches(before: readonly unknown[], after: readonly unknown[], path: Path): Patch[] {
  let first = 0
  const short = Math.min(before.length, after.length)
  if (before.length !== after.length) while (first < short && same(before[first], after[first])) first++
  let behind = 0
  if (before.length !== after.length)
    while (behind < short - first && same(before[before.length - 1 - behind], after[after.length - 1 - behind]))
      behind++
  const common = short - first - behind
  const out: Patch[] = []
  for (let i = first; i < first + common; i++) out.push(...patchesBetween(before[i], after[i], [...path, i]))
  for (let i = before.length - behind - 1; i >= first + common; i--) out.push({ op: 'remove', path: [...path, i] })
  for (let i = first + common; i < after.length - behind; i++)
    out.push({ op: 'add', path: [...path, i], value: after[i] })
  return out
}
