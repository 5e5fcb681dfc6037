import { catchUp, hearImport, useComing, type Coming } from './bringIn'

jest.mock('sonner', () => ({ toast: Object.assign(jest.fn(), { error: jest.fn() }) }))
jest.mock('tus-js-client', () => ({ Upload: class {} }))
let answer: object[] = []
jest.mock('../kit/api', () => ({ ask: () => Promise.resolve(answer) }))

const coming = (change: Partial<Coming>): Coming => ({ key: 'k', name: 'voice.wav', state: 'waiting', step: 'Waiting', share: 0, sentence: null, importId: null, upload: 'u1', ...change })
const heard = (state: string, change: object = {}) => ({ about: 'import' as const, id: 'i1', lesson: null, name: 'voice.wav', upload: 'u1', state, step: state, share: 0, sentence: null, sha256: null, ...change })
const now = () => useComing.getState().files[0]!

test('a file is known by its upload, and from then on by its import', () => {
  useComing.setState({ files: [coming({})] })
  hearImport(heard('running', { share: 0.4 }))
  expect(now()).toMatchObject({ state: 'running', share: 0.4, importId: 'i1' })
  hearImport(heard('done', { upload: 'another' }))
  expect(now().state).toBe('done')
})
test.each(['done', 'failed', 'cancelled'] as const)('once it is %s, an answer that was on its way does not set it back', async (state) => {
  useComing.setState({ files: [coming({ importId: 'i1' })] })
  hearImport(heard(state))
  answer = [heard('running')]
  await catchUp()
  expect(now().state).toBe(state)
})
test('news of another try does; and an answer tells of an end that was missed', async () => {
  useComing.setState({ files: [coming({ importId: 'i1', state: 'failed' })] })
  hearImport(heard('waiting'))
  expect(now().state).toBe('waiting')
  answer = [heard('failed', { sentence: 'It is broken.' })]
  await catchUp()
  expect(now()).toMatchObject({ state: 'failed', sentence: 'It is broken.' })
})
test('what another window brings in is left alone', () => {
  useComing.setState({ files: [coming({ importId: 'i1' })] })
  hearImport(heard('done', { id: 'i2', upload: 'u2' }))
  expect(now().state).toBe('waiting')
})
