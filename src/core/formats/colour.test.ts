import { hexOf, opacityOf, parseColour, withOpacity } from './colour'

test('a colour is typed in three, four, six or eight digits; anything else is none', () => {
  expect(['#c33', 'CC3333', '#cc333380', '#c338', '#cc3333ff'].map(parseColour)).toEqual([
    '#cc3333',
    '#cc3333',
    '#cc333380',
    '#cc333388',
    '#cc3333',
  ])
  expect(['', '#c', '#cc33', 'red', '#gggggg'].map((t) => parseColour(t))).toEqual([
    null,
    null,
    '#cccc3333',
    null,
    null,
  ])
})
test('its opacity is taken off and put on', () => {
  expect([hexOf('#cc333380'), opacityOf('#cc3333'), opacityOf('#cc333300')]).toEqual(['#cc3333', 1, 0])
  expect([withOpacity('#cc3333', 0.5), withOpacity('#cc3333', 1)]).toEqual(['#cc333380', '#cc3333'])
})
