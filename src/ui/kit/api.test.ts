import { ROUTES } from '@/contract/routes'
import { ask, Refusal, sentenceOf } from './api'

const answered = (body: string, status = 200) => {
  globalThis.fetch = jest.fn(async () => new Response(body, { status })) as never
}
test('an answer that breaks off, as the server died under it, is not taken for an empty one', async () => {
  answered('[{"id":"a","name":"Lend o')
  const e = await ask(ROUTES.listLessons, { query: {} }).catch((x: unknown) => x)
  expect(e).toBeInstanceOf(TypeError)
  expect(sentenceOf(e)).toMatch('cannot be reached')
  answered('')
  await expect(ask(ROUTES.listJobs, { query: {} })).rejects.toBeInstanceOf(TypeError)
})
test('what is refused comes with its sentence, whatever it is made of', async () => {
  answered('{"sentence":"It is gone."}', 404)
  await expect(ask(ROUTES.listJobs, { query: {} })).rejects.toThrow('It is gone.')
  answered('<html>', 502)
  const e = await ask(ROUTES.listJobs, { query: {} }).catch((x: unknown) => x)
  expect([(e as Refusal).status, sentenceOf(e)]).toEqual([502, 'The server could not do this. Try again.'])
})
