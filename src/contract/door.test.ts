import { isOwnHost, turnedAway, type From } from './door'

const ask = (change: Partial<From>) =>
  turnedAway({ method: 'GET', host: '127.0.0.1:4320', origin: null, site: null, mode: null, ...change })

test('this machine’s own names are answered, in any case and with a dot', () => {
  expect(['127.0.0.1', 'localhost:4320', 'LocalHost', 'localhost.:4320', '[::1]:4320'].map(isOwnHost)).toEqual([
    true,
    true,
    true,
    true,
    true,
  ])
  expect(['example.com', 'localhost.example.com', '127.0.0.1.example.com', '', null].map(isOwnHost)).toEqual([
    false,
    false,
    false,
    false,
    false,
  ])
})
test('a request that changes something says where it comes from', () => {
  expect(ask({ method: 'POST' })).toContain('Origin')
  expect(ask({ method: 'POST', origin: 'http://127.0.0.1:4320' })).toBeNull()
  expect(ask({ method: 'POST', site: 'same-origin' })).toBeNull()
  expect(ask({ method: 'POST', origin: 'http://127.0.0.1:9999' })).toContain('another site')
  expect(ask({ method: 'DELETE', origin: 'null' })).toContain('another site')
})
test('pictures and data are not made for pages of other sites; going here is allowed', () => {
  expect(ask({ site: 'cross-site', mode: 'no-cors' })).toContain('another site')
  expect(ask({ site: 'same-site', mode: 'no-cors' })).toContain('another site')
  expect(ask({ site: 'cross-site', mode: 'navigate' })).toBeNull()
  expect(ask({ site: 'none' })).toBeNull()
})
