import { Lanes } from './lanes'

const MB = 1024 ** 2
/** Files that are sent until they are let end; what was begun, in order. */
function sending() {
  const lanes = new Lanes()
  const begun: string[] = []
  const ends = new Map<string, () => void>()
  const add = (name: string, megabytes: number) => {
    const file = {
      size: megabytes * MB,
      send: () => {
        begun.push(name)
        return new Promise<void>((done) => ends.set(name, done))
      },
    }
    lanes.add(file)
    return file
  }
  const end = async (name: string) => {
    ends.get(name)!()
    await new Promise((done) => setTimeout(done, 0))
  }
  return { lanes, begun, add, end }
}
test('small files do not stand behind large ones; no more than two of each are sent at a time, in order', async () => {
  const { begun, add, end } = sending()
  for (const name of ['take', 'camera', 'screen']) add(name, 900)
  for (const name of ['words', 'log', 'logo']) add(name, 1)
  expect(begun).toEqual(['take', 'camera', 'words', 'log'])
  await end('log')
  expect(begun).toEqual(['take', 'camera', 'words', 'log', 'logo'])
  await end('camera')
  expect(begun.at(-1)).toBe('screen')
})
test('one that is taken out before it began is not sent, and holds nothing up', async () => {
  const { lanes, begun, add, end } = sending()
  add('a', 900)
  add('b', 900)
  const c = add('c', 900)
  add('d', 900)
  lanes.remove(c)
  await end('a')
  expect(begun).toEqual(['a', 'b', 'd'])
})
