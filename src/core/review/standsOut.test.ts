import { mostSeen, standsOut } from './standsOut'

test('a colour stands out as far as from what it is nearest to, a few spots left out', () => {
  const page = [...Array<string>(95).fill('#ffffff'), ...Array<string>(5).fill('#17706b')]
  expect(standsOut('#17706b', page)).toBeCloseTo(5.9, 0)
  expect(standsOut('#17706b', [...page, ...Array<string>(5).fill('#17706b')])).toBeCloseTo(1, 6)
  expect(standsOut('#17706b', [])).toBe(21)
})
test('of some colours the one is offered that is seen best on all of it', () => {
  expect(mostSeen(['#ffcc00', '#17706b', '#eeeeee'], ['#ffffff', '#f4f4f4'])).toMatchObject({ colour: '#17706b' })
  expect(mostSeen(['#ffcc00', '#17706b'], ['#0d2522', '#1d4540'])).toMatchObject({ colour: '#ffcc00' })
})
