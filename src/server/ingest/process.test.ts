import { newIds } from '@/core/testing/made'
import { mkdtempSync, readdirSync, writeFileSync, copyFileSync, truncateSync, statSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { createCanvas } from '@napi-rs/canvas'
import { applyEdit, bringIn } from '@/core/edits'
import { checkLesson } from '@/core/review/check'
import { emptyLesson } from '@/core/lesson/make'
import { frameTimes, probe } from '../media/probe'
import { hashOf, processFile } from './process'
import { mustRun } from '../run'
import { svgFault } from './svg'

const dir = mkdtempSync(path.join(tmpdir(), 'vane-ingest-'))
const at = (name: string) => path.join(dir, name)
const ff = (...args: string[]) => mustRun('ffmpeg', ['-v', 'error', '-y', ...args])
const making = { signal: new AbortController().signal, onStep: () => {} }
const bring = async (file: string, name = path.basename(file)) =>
  processFile(file, name, dir, await hashOf(file, making), making)
const refused = async (file: string, words: string) => {
  const before = readdirSync(path.join(dir, 'media')).length
  await expect(bring(file)).rejects.toThrow(words)
  await expect(bring(file)).rejects.toThrow(`“${path.basename(file)}”`)
  expect(readdirSync(path.join(dir, 'media')).length).toBe(before)
}
/** Mean brightness of each frame of a take. */
async function brightness(file: string): Promise<number[]> {
  const stdout = await mustRun('ffmpeg', [
    '-v',
    'error',
    '-i',
    file,
    '-vf',
    'scale=1:1:flags=area',
    '-pix_fmt',
    'gray',
    '-f',
    'rawvideo',
    '-fps_mode',
    'passthrough',
    'pipe:1',
  ])
  return [...stdout]
}
beforeAll(async () => {
  jest.spyOn(console, 'error').mockImplementation(() => {})
  await ff(
    '-f',
    'lavfi',
    '-i',
    'testsrc2=s=320x180:r=30:d=2',
    '-f',
    'lavfi',
    '-i',
    'sine=440:d=2',
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    '-colorspace',
    'bt709',
    '-color_primaries',
    'bt709',
    '-color_trc',
    'bt709',
    '-c:a',
    'aac',
    at('plain.mp4'),
  )
  await bring(at('plain.mp4'))
})

test(
  'a recording that fits is copied, not encoded again; ' + 'the preview gets its own copy, a film strip and peaks',
  async () => {
    const medium = await bring(at('plain.mp4'))
    expect(medium).toMatchObject({
      kind: 'take',
      width: 320,
      height: 180,
      rate: { num: 30, den: 1 },
      frames: 60,
      sound: true,
      durationUs: 2_000_000,
      aids: { proxy: { width: 320, height: 180 }, peaks: true, film: { stepUs: 1_000_000, count: 2 } },
    })
    const md5 = async (file: string) =>
      (await mustRun('ffmpeg', ['-v', 'error', '-i', file, '-map', '0:v', '-f', 'md5', '-'])).toString()
    expect(await md5(path.join(dir, medium.file))).toBe(await md5(at('plain.mp4')))
    const proxy = await frameTimes(path.join(dir, path.dirname(medium.file), 'proxy.mp4'))
    expect(proxy).toMatchObject({ count: 60, constant: true })
    expect(proxy!.longestGop).toBeLessThanOrEqual(8)
  },
)
test(
  'a variable frame rate becomes a constant one, every ' + 'change at its own time, without drift over ten minutes',
  async () => {
    await ff(
      '-f',
      'lavfi',
      '-i',
      "color=black:s=64x36:r=30:d=600,drawbox=t=fill:color=white:enable='mod(floor(t/7)\\,2)'," +
        "select='gt(random(3)\\,0.55)+eq(n\\,0)'",
      '-fps_mode',
      'vfr',
      '-c:v',
      'libx264',
      '-preset',
      'ultrafast',
      at('phone.mp4'),
    )
    const times = await frameTimes(at('phone.mp4'))
    expect(times!.constant).toBe(false)
    const medium = await bring(at('phone.mp4'))
    const made = await frameTimes(path.join(dir, medium.file))
    expect(made!.constant).toBe(true)
    const fps = medium.rate!.num / medium.rate!.den
    expect(Math.abs(medium.frames! - 600 * fps)).toBeLessThanOrEqual(3)
    const light = await brightness(path.join(dir, medium.file))
    const source = await brightness(at('phone.mp4'))
    const stdout = await mustRun('ffprobe', [
      '-v',
      'error',
      '-select_streams',
      'v',
      '-show_entries',
      'packet=pts_time',
      '-of',
      'csv=p=0',
      at('phone.mp4'),
    ])
    const pts = stdout
      .toString()
      .split('\n')
      .map((l) => parseFloat(l))
      .sort((a, b) => a - b)
    const changes = (values: number[]) =>
      values.flatMap((v, i) => (i > 0 && v > 128 !== values[i - 1]! > 128 ? [i] : []))
    const wanted = changes(source).map((i) => pts[i]! * fps)
    const found = changes(light)
    expect(found.length).toBe(wanted.length)
    found.forEach((f, i) => expect(Math.abs(f - wanted[i]!)).toBeLessThanOrEqual(0.51))
  },
)
test('a take whose pictures start after its sound keeps both together', async () => {
  await ff(
    '-f',
    'lavfi',
    '-itsoffset',
    '0.5',
    '-i',
    'testsrc2=s=64x36:r=25:d=1',
    '-f',
    'lavfi',
    '-i',
    'sine=440:d=1.5',
    '-map',
    '0',
    '-map',
    '1',
    '-c:v',
    'libx264',
    '-c:a',
    'aac',
    at('late.mkv'),
  )
  const medium = await bring(at('late.mkv'))
  expect(Math.abs(medium.frames! - 1.5 * 25)).toBeLessThanOrEqual(2)
  expect(medium.rate).toEqual({ num: 25, den: 1 })
})
test('GIF, WebM, MOV and a turned phone clip become takes', async () => {
  await ff('-f', 'lavfi', '-i', 'testsrc2=s=64x48:r=10:d=1', at('a.gif'))
  expect(await bring(at('a.gif'))).toMatchObject({ kind: 'take', width: 64, height: 48, frames: 10 })
  await ff('-i', at('plain.mp4'), '-t', '0.5', '-c:v', 'libvpx', '-c:a', 'libopus', at('a.webm'))
  expect(await bring(at('a.webm'))).toMatchObject({ kind: 'take', width: 320, sound: true })
  await ff('-display_rotation', '90', '-i', at('plain.mp4'), '-t', '0.5', '-c', 'copy', at('turned.mov')).catch(() =>
    ff('-i', at('plain.mp4'), '-t', '0.5', '-c', 'copy', '-metadata:s:v', 'rotate=90', at('turned.mov')),
  )
  const turned = await bring(at('turned.mov'))
  expect([turned.width, turned.height]).toEqual([180, 320])
})
test('sounds become what the export hears, with peaks', async () => {
  for (const [name, codec] of [
    ['a.wav', 'pcm_s16le'],
    ['a.mp3', 'libmp3lame'],
    ['a.m4a', 'aac'],
    ['a.ogg', 'libvorbis'],
    ['a.flac', 'flac'],
  ] as const) {
    await ff('-f', 'lavfi', '-i', 'sine=440:d=1', '-c:a', codec, at(name))
    const medium = await bring(at(name))
    expect(medium).toMatchObject({ kind: 'sound', sound: true, aids: { peaks: true } })
    expect(medium.durationUs! / 1e6).toBeCloseTo(1, 1)
    expect((await probe(path.join(dir, medium.file)))!.audio!.codec_name).toMatch(/pcm_s16le|flac/)
    expect(Math.max(...readFileSync(path.join(dir, path.dirname(medium.file), 'peaks.bin')))).toBeGreaterThan(20)
  }
})
test('pictures and a plain SVG become still pictures', async () => {
  const canvas = createCanvas(40, 30)
  canvas.getContext('2d').fillRect(0, 0, 10, 10)
  for (const [name, bytes] of [
    ['a.png', canvas.toBuffer('image/png')],
    ['a.jpg', canvas.toBuffer('image/jpeg')],
    ['a.webp', canvas.toBuffer('image/webp')],
  ] as const) {
    writeFileSync(at(name), bytes)
    expect(await bring(at(name))).toMatchObject({ kind: 'picture', width: 40, height: 30 })
  }
  writeFileSync(
    at('a.svg'),
    '<svg xmlns="http://www.w3.org/2000/svg" width="100" height="50"><rect width="100" height="50" fill="#c33"/></svg>',
  )
  expect(await bring(at('a.svg'))).toMatchObject({ kind: 'picture', width: 400, height: 200 })
})
test(
  'broken, empty, cut-off, mislabelled and playlist files ' + 'are refused in a sentence, with nothing half-stored',
  async () => {
    writeFileSync(at('empty.mp4'), '')
    await refused(at('empty.mp4'), 'is empty')
    writeFileSync(at('noise.mp4'), Buffer.from('this is no video at all, only a text with a wrong name'))
    await refused(at('noise.mp4'), 'not a video, a sound or a picture')
    copyFileSync(at('plain.mp4'), at('headless.mp4'))
    truncateSync(at('headless.mp4'), 9000)
    await refused(at('headless.mp4'), 'cut off')
    await ff('-i', at('plain.mp4'), '-c', 'copy', '-movflags', '+faststart', at('fast.mp4'))
    copyFileSync(at('fast.mp4'), at('short.mp4'))
    truncateSync(at('short.mp4'), Math.floor(statSync(at('fast.mp4')).size * 0.6))
    await refused(at('short.mp4'), 'cut off')
    writeFileSync(at('list.mp4'), '#EXTM3U\n#EXTINF:10,\n/etc/passwd\n')
    await refused(at('list.mp4'), 'playlist')
    writeFileSync(at('half.png'), readFileSync(at('a.png')).subarray(0, 60))
    await refused(at('half.png'), 'cannot be read to its end')
    writeFileSync(
      at('evil.svg'),
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>alert(1)</script></svg>',
    )
    await refused(at('evil.svg'), 'run scripts')
    // Noise of so many octaves, and uses of uses of uses: a few hundred bytes that would be drawn for hours.
    const octaves = '<feTurbulence type="turbulence" baseFrequency="0.9" numOctaves="255"/>'
    writeFileSync(
      at('bomb.svg'),
      `<svg xmlns="http://www.w3.org/2000/svg" width="4000" height="4000"><filter id="f">${octaves}</filter>` +
        '<rect width="4000" height="4000" filter="url(#f)"/></svg>',
    )
    await refused(at('bomb.svg'), 'asks for more than a picture may')
  },
)
/** Brings a file in and gives what was said about it. */
async function noted(file: string): Promise<{ medium: Awaited<ReturnType<typeof bring>>; note: string }> {
  let note = ''
  const medium = await processFile(file, path.basename(file), dir, await hashOf(file, making), {
    ...making,
    onNote: (n) => {
      note = n
    },
  })
  return { medium, note }
}
const cutTo = (from: string, percent: number, to: string) => {
  writeFileSync(at(to), readFileSync(at(from)).subarray(0, Math.floor((statSync(at(from)).size * percent) / 100)))
  return at(to)
}
test.each([
  ['mkv', 'libx264', 'aac'],
  ['webm', 'libvpx', 'libopus'],
])(
  'a %s that is cut off is taken as far as it goes, and it is said how much is there',
  async (ending, video, audio) => {
    const name = `whole.${ending}`
    await ff(
      '-f',
      'lavfi',
      '-i',
      'testsrc2=s=320x180:r=30:d=10',
      '-f',
      'lavfi',
      '-i',
      'sine=440:d=10',
      '-c:v',
      video,
      '-pix_fmt',
      'yuv420p',
      '-c:a',
      audio,
      at(name),
    )
    expect((await noted(at(name))).note).toBe('')
    for (const percent of [25, 60, 95]) {
      const { medium, note } = await noted(cutTo(name, percent, `cut-${percent}.${ending}`))
      const [, there, of] = /is cut off: ([\d.]+) of its ([\d.]+) s are there/.exec(note)!
      expect(Number(of)).toBeCloseTo(10, 0)
      expect(Math.abs(medium.durationUs! / 1e6 - Number(there))).toBeLessThan(0.6)
    }
  },
)
test.each([
  ['mp3', 'libmp3lame'],
  ['wav', 'pcm_s16le'],
  ['flac', 'flac'],
])('a %s that is cut in half is taken, and it is said how much is there', async (ending, codec) => {
  await ff('-f', 'lavfi', '-i', 'sine=440:d=10', '-c:a', codec, at(`sound.${ending}`))
  expect((await noted(at(`sound.${ending}`))).note).toBe('')
  const { medium, note } = await noted(cutTo(`sound.${ending}`, 50, `half.${ending}`))
  expect(note).toMatch(/is cut off: [45]\.\d of its 10\.\d s are there/)
  expect(medium.durationUs! / 1e6).toBeCloseTo(5, 0)
})
test('an Ogg without its last page is said to be cut off', async () => {
  await ff('-f', 'lavfi', '-i', 'sine=440:d=10', '-c:a', 'libvorbis', at('sound.ogg'))
  expect((await noted(at('sound.ogg'))).note).toBe('')
  expect((await noted(cutTo('sound.ogg', 50, 'half.ogg'))).note).toContain('ends without its last page')
})
test('pictures damaged in the middle are told and kept as they could be read', async () => {
  await ff(
    '-f',
    'lavfi',
    '-i',
    'testsrc2=s=320x180:r=30:d=10',
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    '-colorspace',
    'bt709',
    '-color_primaries',
    'bt709',
    '-color_trc',
    'bt709',
    at('sound-pictures.mp4'),
  )
  const bytes = readFileSync(at('sound-pictures.mp4'))
  for (let i = 0; i < 40; i++) bytes[Math.floor(bytes.length * 0.4) + i * 61] = (i * 37) % 256
  writeFileSync(at('torn.mp4'), bytes)
  const { medium, note } = await noted(at('torn.mp4'))
  expect(note).toMatch(/^“torn.mp4” is damaged in/)
  expect(Math.abs(medium.frames! - 300)).toBeLessThanOrEqual(2)
  const errors = await mustRun('ffmpeg', ['-v', 'error', '-i', path.join(dir, medium.file), '-f', 'null', '-'])
  expect(errors.toString()).toBe('')
})
test('a recording whose head is damaged is refused and does not become a sound', async () => {
  await ff(
    '-f',
    'lavfi',
    '-i',
    'testsrc2=s=320x180:r=30:d=2',
    '-f',
    'lavfi',
    '-i',
    'sine=440:d=2',
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    '-c:a',
    'aac',
    at('both.mp4'),
  )
  const bytes = readFileSync(at('both.mp4'))
  bytes.write('xxxx', bytes.indexOf('stbl'))
  writeFileSync(at('head.mp4'), bytes)
  await refused(at('head.mp4'), 'its head is damaged')
})
test('a recording that does not start at zero has no frame too many', async () => {
  await ff(
    '-f',
    'lavfi',
    '-i',
    'testsrc2=s=320x180:r=30:d=2',
    '-output_ts_offset',
    '5',
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    at('late5.mkv'),
  )
  expect(await noted(at('late5.mkv'))).toMatchObject({ medium: { frames: 60, durationUs: 2_000_000 }, note: '' })
})
test('whatever is taken fits into a lesson: a thousand frames a second, two pixels, eight thousand', async () => {
  for (const [name, size, rate, frames] of [
    ['fast', '64x36', 1000, 500],
    ['tiny', '2x2', 30, 10],
    ['huge', '8190x8190', 5, 2],
  ] as const) {
    await ff(
      '-f',
      'lavfi',
      '-i',
      `testsrc2=s=${size}:r=${rate}`,
      '-frames:v',
      String(frames),
      '-c:v',
      'libx264',
      '-preset',
      'ultrafast',
      '-pix_fmt',
      'yuv420p',
      at(`${name}.mp4`),
    )
    const { medium, note } = await noted(at(`${name}.mp4`))
    const result = applyEdit(emptyLesson('Limits'), bringIn(medium, 'clip'), newIds())
    expect('edited' in result && checkLesson(result.edited.lesson).faults).toEqual([])
    if (name === 'fast') expect(note).toContain('more frames a second than a lesson can have')
  }
})
test('high dynamic range is brought to BT.709: mid grey stays grey and white does not clip to nothing', async () => {
  await ff(
    '-f',
    'lavfi',
    '-i',
    'color=gray:s=64x64:r=10:d=1',
    '-vf',
    'format=yuv420p10le',
    '-c:v',
    'libx265',
    '-x265-params',
    'log-level=error:colorprim=bt2020:transfer=smpte2084:colormatrix=bt2020nc',
    '-color_trc',
    'smpte2084',
    '-color_primaries',
    'bt2020',
    '-colorspace',
    'bt2020nc',
    at('hdr.mp4'),
  )
  const { medium } = await noted(at('hdr.mp4'))
  const facts = (await probe(path.join(dir, medium.file)))!.video!
  expect([facts.color_transfer, facts.color_space, facts.pix_fmt]).toEqual(['bt709', 'bt709', 'yuv420p'])
  const [light] = await brightness(path.join(dir, medium.file))
  // Half the PQ signal is 92 nits: near diffuse white when 100 nits are taken for it, so far above the middle of
  // BT.709.
  expect(light).toBeGreaterThan(140)
})
test('a moving PNG moves; an animated WebP is refused with what to do', async () => {
  await ff('-f', 'lavfi', '-i', 'testsrc2=s=100x80:r=5:d=2', '-plays', '0', '-f', 'apng', at('moving.png'))
  expect(await bring(at('moving.png'))).toMatchObject({ kind: 'take', width: 100, height: 80, frames: 10 })
  await ff('-f', 'lavfi', '-i', 'testsrc2=s=100x80:r=5:d=1', '-c:v', 'libwebp_anim', '-loop', '0', at('moving.webp'))
  await refused(at('moving.webp'), 'is an animated WebP, which is not taken. Save it as a GIF')
})
test.each([1, 2, 3])('a file of %s bytes is not known, and no more than that', async (n) => {
  writeFileSync(at(`short${n}.mp4`), Buffer.alloc(n, 65))
  await refused(at(`short${n}.mp4`), 'is not a video, a sound or a picture')
})
test('a picture with too many pixels is refused before it is opened', async () => {
  await ff('-f', 'lavfi', '-i', 'color=white:s=9000x9000', '-frames:v', '1', at('wall.png'))
  await refused(at('wall.png'), 'is 9000 × 9000 pixels, 81 million; pictures may have 64 million at most')
})
test('two frames eleven hours apart are refused at once', async () => {
  await ff(
    '-f',
    'lavfi',
    '-i',
    'color=white:s=64x36:r=1:d=2',
    '-vf',
    'setpts=N*39600/TB',
    '-fps_mode',
    'vfr',
    '-c:v',
    'libx264',
    '-pix_fmt',
    'yuv420p',
    at('apart.mkv'),
  )
  const began = Date.now()
  await refused(at('apart.mkv'), 'recordings may be 6 hours long at most')
  expect(Date.now() - began).toBeLessThan(20_000)
})
test('no sentence holds a path or a program’s own words', async () => {
  for (const name of ['half.png', 'head.mp4', 'moving.webp', 'headless.mp4']) {
    const said = await bring(at(name)).then(
      () => '',
      (e: Error) => e.message,
    )
    expect(said).not.toMatch(/\/|0x[0-9a-f]|ffmpeg|Error while|\[\w+ @/)
  }
})
test('a file that only has another name is taken for what it is', async () => {
  copyFileSync(at('plain.mp4'), at('really-a-video.png'))
  expect((await bring(at('really-a-video.png'))).kind).toBe('take')
})
test('SVG that runs or fetches anything is found out', () => {
  const svg = (inside: string, attributes = '') =>
    `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`
  for (const bad of [
    svg('', 'onload="x()"'),
    svg('<image href="http://a.example/x.png"/>'),
    svg('<use xlink:href="file:///etc/passwd#a"/>'),
    svg('<foreignObject/>'),
    svg('<style>@import "x.css"</style>'),
    svg('<a href="javascript:x()"/>'),
    svg('<rect fill="url(http://a.example/x)"/>'),
    '<svg><g></svg>',
    '<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg/>',
    '<?xml-stylesheet href="x.css"?><svg/>',
    svg('<rect fill="url(//a.example/x)"/>'),
    svg('<rect style="fill:url( x.svg#a )"/>'),
    svg('<style><![CDATA[@import "x.css";]]></style>'),
    '<!DOCTYPE svg SYSTEM "http://a.example/x.dtd"><svg xmlns="http://www.w3.org/2000/svg"/>',
    '<!DOCTYPE svg PUBLIC "x" "http://a.example/x.dtd"><svg xmlns="http://www.w3.org/2000/svg"/>',
  ])
    expect(svgFault(bad)).not.toBeNull()
  for (const good of [
    svg('<linearGradient id="g"/><rect fill="url(#g)"/><use href="#g"/>'),
    svg('<image href="data:image/png;base64,AAAA"/>'),
    '<!DOCTYPE svg PUBLIC "-//W3C//DTD SVG 1.1//EN" ' +
      '"http://www.w3.org/Graphics/SVG/1.1/DTD/svg11.dtd"><svg xmlns="http://www.w3.org/2000/svg"/>',
    svg('<style><![CDATA[.a{fill:url(#g)}]]></style>'),
  ])
    expect(svgFault(good)).toBeNull()
})
test('a cancelled import leaves nothing behind', async () => {
  const control = new AbortController()
  const before = readdirSync(path.join(dir, 'media'))
  await expect(
    processFile(at('phone.mp4'), 'phone.mp4', dir, 'b'.repeat(64), {
      signal: control.signal,
      onStep: (step) => {
        if (step === 'Preparing') control.abort(new Error('Cancelled.'))
      },
    }),
  ).rejects.toThrow('Cancelled')
  expect(readdirSync(path.join(dir, 'media'))).toEqual(before)
})
test('a sound that claims two thousand million samples a second, or one, says so', async () => {
  await ff('-f', 'lavfi', '-i', 'sine=440:d=1', '-ar', '48000', at('claims.wav'))
  for (const [rate, words] of [
    [2_000_000_000, '2,000,000,000 samples'],
    [1, 'one sample'],
  ] as const) {
    const bytes = readFileSync(at('claims.wav'))
    bytes.writeUInt32LE(rate, 24)
    writeFileSync(at(`claims-${rate}.wav`), bytes)
    await refused(at(`claims-${rate}.wav`), `says that it has ${words} a second`)
  }
})
test('a strip of 8192 × 16 pixels is a take; an encrypted one says that it is', async () => {
  await ff('-f', 'lavfi', '-i', 'testsrc2=s=8192x16:r=30:d=0.5', '-pix_fmt', 'yuv420p', at('strip.mp4'))
  expect(await bring(at('strip.mp4'))).toMatchObject({ width: 8192, height: 16, frames: 15 })
  const [key, id] = ['76a6c65c5ea762046bd749a2e632ccbb', 'a7e61c373e219033c21091fa607bf3b8']
  const locked = ['-encryption_scheme', 'cenc-aes-ctr', '-encryption_key', key, '-encryption_kid', id]
  await ff('-f', 'lavfi', '-i', 'testsrc2=s=320x180:r=30:d=1', '-pix_fmt', 'yuv420p', ...locked, at('locked.mp4'))
  await refused(at('locked.mp4'), 'is encrypted')
})
test('a recording that changes its size on the way keeps its times; each picture is whole', async () => {
  for (const [name, colour, size] of [
    ['a', 'red', '320x240'],
    ['b', 'lime', '640x360'],
  ] as const)
    await ff(
      '-f',
      'lavfi',
      '-i',
      `color=${colour}:s=${size}:r=30:d=1`,
      '-c:v',
      'mjpeg',
      '-f',
      'mjpeg',
      at(`${name}.jpgs`),
    )
  writeFileSync(at('both.jpgs'), Buffer.concat([readFileSync(at('a.jpgs')), readFileSync(at('b.jpgs'))]))
  await ff('-f', 'mjpeg', '-r', '30', '-i', at('both.jpgs'), '-c', 'copy', at('sizes.mkv'))
  const take = await bring(at('sizes.mkv'))
  expect(take).toMatchObject({ width: 320, height: 240, frames: 60 })
  const shown = [
    '-i',
    path.join(dir, take.file),
    '-vf',
    'select=eq(n\\,29)+eq(n\\,30),format=rgb24,crop=1:240:160:0',
    '-pix_fmt',
    'rgb24',
  ]
  const rows = await mustRun('ffmpeg', [
    '-v',
    'error',
    ...shown,
    '-fps_mode',
    'passthrough',
    '-f',
    'rawvideo',
    'pipe:1',
  ])
  const at1 = (frame: number, y: number) => [...rows.subarray((frame * 240 + y) * 3, (frame * 240 + y) * 3 + 3)]
  const is = (rgb: number[], wanted: number[]) => expect(rgb.every((v, i) => Math.abs(v - wanted[i]!) < 12)).toBe(true)
  is(at1(0, 10), [254, 0, 0])
  is(at1(1, 10), [0, 0, 0])
  is(at1(1, 120), [0, 255, 0])
})
