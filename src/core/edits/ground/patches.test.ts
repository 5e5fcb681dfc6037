import { applyPatches, enablePatches } from 'immer'
import fc from 'fast-check'
import { patchesBetween } from '..'

enablePatches()
test('the patches between any two pieces of plain data lead from one to the other', () => {
  const data = fc.letrec((tie) => ({
    node: fc.oneof(
      { depthSize: 'small' },
      fc.integer(),
      fc.string(),
      fc.constant(null),
      fc.array(tie('node'), { maxLength: 4 }),
      fc.dictionary(fc.stringMatching(/^[a-z]{1,3}$/), tie('node'), { maxKeys: 4 }),
    ),
  })).node
  fc.assert(
    fc.property(
      fc.dictionary(fc.constantFrom('a', 'b', 'c'), data),
      fc.dictionary(fc.constantFrom('a', 'b', 'c'), data),
      (a, b) => {
        const before = JSON.parse(JSON.stringify(a)) as object
        expect(applyPatches(before, patchesBetween(before, b))).toEqual(b)
      },
    ),
    { numRuns: 300 },
  )
})
test('what is put into the middle of a list is one patch, and so is what is taken out', () => {
  const list = [1, 2, 3].map((id) => ({ id }))
  const more = [list[0], { id: 9 }, list[1], list[2]]
  expect(patchesBetween({ list }, { list: more })).toEqual([{ op: 'add', path: ['list', 1], value: { id: 9 } }])
  expect(patchesBetween({ list: more }, { list })).toEqual([{ op: 'remove', path: ['list', 1] }])
})
