import { ROUTES } from '@/contract/routes'
import { mkdtempSync, readdirSync, readlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { z } from 'zod'
import { kindByContent } from './ingest/kinds'
import { sendFile } from './media/serve'
import { Problem } from './problem'
import { body, route, answers } from './web'
import { asIs } from '../words/words'

const dir = mkdtempSync(path.join(tmpdir(), 'vane-web-'))
const ask = (headers: Record<string, string>, init: RequestInit = {}) =>
  new Request('http://127.0.0.1:4320/api/x', { ...init, headers: { host: '127.0.0.1:4320', ...headers } })
const ok = route(async () => Response.json({ fine: true }))

test('only this machine’s own browser is answered', async () => {
  expect((await ok(ask({}), {})).status).toBe(200)
  expect((await ok(ask({ host: 'localhost:4320', origin: 'http://localhost:4320' }), {})).status).toBe(200)
  for (const bad of [
    { host: 'evil.example' } as Record<string, string>,
    { host: '192.168.0.7:4320' },
    { origin: 'http://evil.example' },
    { origin: 'http://127.0.0.1:9' },
    { origin: 'null' },
  ])
    expect((await ok(ask(bad), {})).status).toBe(403)
})
test('a problem comes back as its sentence, with its facts; anything else is not told in detail', async () => {
  const refused = await route(async () => {
    throw new Problem(409, asIs('Somebody else was faster.'), { revision: 7 })
  })(ask({}), {})
  expect([refused.status, await refused.json()]).toEqual([409, { sentence: 'Somebody else was faster.', revision: 7 }])
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => {})
  const answered = (e: unknown) =>
    route(async () => {
      throw e
    })(ask({}), {})
  const broken = await answered(new Error('secret path /etc'))
  expect(broken.status).toBe(500)
  expect(JSON.stringify(await broken.json())).not.toContain('secret')
  const away = await answered(Object.assign(new Error('secret path /etc'), { code: 'ECONNREFUSED' }))
  expect(away.status).toBe(503)
  const unwritable = await answered(Object.assign(new Error('secret path /etc'), { code: 'EROFS' }))
  expect([unwritable.status, await unwritable.text()]).toEqual([507, expect.stringContaining('cannot be written to')])
  expect(JSON.stringify(await away.json())).not.toContain('secret')
  quiet.mockRestore()
})
test('a body of another shape is refused by name', async () => {
  const read = (text: string) => body(ask({}, { method: 'POST', body: text }), z.object({ name: z.string() }))
  await expect(read('{"name":3}')).rejects.toThrow('name')
  await expect(read('not json')).rejects.toThrow('holds no JSON')
  expect(await read('{"name":"x"}')).toEqual({ name: 'x' })
  // What could not be stored is not in it: a NUL, half of a letter.
  expect(await read('{"name":"a\\u0000b\\ud83d 😀 \\ud83d\\ude00"}')).toEqual({ name: 'ab\ufffd 😀 😀' })
})
test('a body is read no further than it may be long, whether it says so or not', async () => {
  const schema = z.object({ name: z.string() })
  const long = JSON.stringify({ name: 'x'.repeat(3000) })
  await expect(body(ask({}, { method: 'POST', body: long }), schema, 1000)).rejects.toThrow(
    'more than the server takes',
  )
  let pulled = 0
  const endless = new ReadableStream<Uint8Array>(
    {
      pull(c) {
        pulled++
        c.enqueue(new Uint8Array(100).fill(32))
      },
    },
    { highWaterMark: 0 },
  )
  await expect(
    body(ask({}, { method: 'POST', body: endless, duplex: 'half' } as RequestInit), schema, 1000),
  ).rejects.toThrow('more than the server takes')
  expect(pulled).toBeLessThan(20)
})
test('a file is sent whole or in the range asked for, and never beyond its end', async () => {
  const file = path.join(dir, 'take.mp4')
  writeFileSync(file, Buffer.from(Array.from({ length: 1000 }, (_, i) => i % 256)))
  const get = (range?: string) => sendFile(ask(range ? { range } : {}), file)
  const bytes = async (r: Response) => [...new Uint8Array(await r.arrayBuffer())]
  expect((await bytes(await get())).length).toBe(1000)
  const part = await get('bytes=10-13')
  expect([part.status, part.headers.get('content-range'), await bytes(part)]).toEqual([
    206,
    'bytes 10-13/1000',
    [10, 11, 12, 13],
  ])
  expect(await bytes(await get('bytes=998-5000'))).toEqual([998 % 256, 999 % 256])
  expect(await bytes(await get('bytes=-2'))).toEqual([998 % 256, 999 % 256])
  expect((await get('bytes=1000-')).status).toBe(416)
  await expect(sendFile(ask({}), path.join(dir, 'gone.mp4'))).rejects.toThrow('not in the library')
})
test('a download that is given up, half way or as it begins, closes its file', async () => {
  const file = path.join(dir, 'large.bin')
  writeFileSync(file, Buffer.alloc(3_000_000))
  const held = () =>
    readdirSync('/proc/self/fd').filter((fd) => {
      try {
        return readlinkSync(`/proc/self/fd/${fd}`) === file
      } catch {
        return false
      }
    })
  const reader = (await sendFile(ask({}), file)).body!.getReader()
  await reader.read()
  expect(held()).toHaveLength(1)
  await expect(reader.cancel()).resolves.toBeUndefined()
  expect(held()).toEqual([])
  const begun = (await sendFile(ask({}), file)).body!.getReader()
  await expect(begun.cancel()).resolves.toBeUndefined()
  expect(held()).toEqual([])
})
test('files are known by their first bytes, not by their names', async () => {
  const kind = async (bytes: Buffer | string) => {
    const file = path.join(dir, 'some.mp4')
    writeFileSync(file, bytes)
    return kindByContent(file)
  }
  const cases: [Buffer | string, string][] = [
    ['', 'empty'],
    ['GIF89a', 'moving'],
    [Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]), 'picture'],
    [Buffer.from([0xff, 0xd8, 0xff, 0xe0]), 'picture'],
    ['RIFFxxxxWEBPVP8 ', 'picture'],
    ['RIFFxxxxWAVEfmt ', 'sound'],
    ['\0\0\0\x18ftypisom', 'video'],
    [Buffer.from([0x1a, 0x45, 0xdf, 0xa3]), 'video'],
    ['OggS\0', 'video'],
    ['fLaC', 'sound'],
    ['ID3\x04', 'sound'],
    ['#EXTM3U\n', 'playlist'],
    ['  <?xml version="1.0"?>\n<MPD>', 'playlist'],
    ['ffconcat version 1.0', 'playlist'],
    ['<?xml version="1.0"?><!-- made by hand --><svg xmlns="x">', 'vector'],
    ['<svg>', 'vector'],
    ['hello there', 'unknown'],
    ['<html><svg>', 'unknown'],
  ]
  for (const [bytes, wanted] of cases)
    expect([bytes.toString().slice(0, 20), await kind(bytes)]).toEqual([bytes.toString().slice(0, 20), wanted])
})
test('a route of the contract is answered by its schema: what is asked is checked, its parts are given', async () => {
  const found = await answers(ROUTES.listJobs, async ({ query, at }) => [{ query, at }] as never)(
    new Request('http://127.0.0.1:4320/api/jobs?kind=export', { headers: { host: '127.0.0.1:4320' } }),
    { params: Promise.resolve(undefined) },
  )
  expect(await found.json()).toEqual([{ query: { kind: 'export' }, at: {} }])
  const wrong = await answers(ROUTES.listJobs, async () => [])(
    new Request('http://127.0.0.1:4320/api/jobs?kind=cake', { headers: { host: '127.0.0.1:4320' } }),
    { params: Promise.resolve({}) },
  )
  expect([wrong.status, ((await wrong.json()) as { sentence: string }).sentence]).toEqual([
    400,
    expect.stringContaining('kind'),
  ])
})
