import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { addressOf } from './route'
import { ROUTES } from './routes'

const API = path.join(__dirname, '../app/api')
/** The addresses that are answered, as Next.js finds them: by folders. */
const answered = readdirSync(API, { recursive: true, encoding: 'utf8' })
  .filter((f) => path.basename(f) === 'route.ts')
  .map((f) => ({
    address: `/api/${path.dirname(f).replace(/\[(\w+)\]/g, ':$1')}`,
    code: readFileSync(path.join(API, f), 'utf8'),
  }))

test.each(Object.entries(ROUTES))(
  '%s is answered where it says, by its own schema',
  (name, { method, path: address }) => {
    const found = answered.find((a) => a.address === address)
    expect(found?.code).toContain(`ROUTES.${name}`)
    expect(found?.code).toMatch(new RegExp(`export const ${method}\\b`))
  },
)
test('an address is filled in, and what is not asked for is left out', () => {
  expect(addressOf(ROUTES.takeStep, { at: { id: 'a b' } })).toBe('/api/lessons/a%20b/steps')
  expect(addressOf(ROUTES.listMedia, { query: { search: 'desk & lamp', kind: '' } })).toBe(
    '/api/media?search=desk+%26+lamp',
  )
  expect(addressOf(ROUTES.listJobs, {})).toBe('/api/jobs')
})
