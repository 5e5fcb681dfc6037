import { createCanvas } from '@napi-rs/canvas'
import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { applyEdit, bringIn, idsFrom } from '@/core/edits'
import { checkLesson } from '@/core/review/check'
import { emptyLesson } from '@/core/lesson/make'
import { readCaptions } from '@/core/voice'
import { readTrace } from '@/core/trace'
import { hashOf, processFile } from '@/server/ingest/process'
import { textOf } from '@/server/ingest/textOf'
import { Problem } from '@/server/problem'
import { random } from '../recorder/random'
import { RAW } from './program'

export interface FileTally {
  files: number
  taken: number
  noted: number
  refused: number
  broken: string[]
  raw: string[]
  halfStored: string[]
  slow: string[]
  seconds: number
}
const SLOW_S = 60

/**
 * Some 120 files, whole and damaged in every way that files are, brought in one after another: each is taken and fits
 * into a lesson, or is refused in a sentence.
 */
export async function runFiles(say: (line: string) => void, seed = 1): Promise<FileTally> {
  const dir = mkdtempSync(path.join(tmpdir(), 'vane-files-'))
  const began = Date.now()
  const tally: FileTally = {
    files: 0,
    taken: 0,
    noted: 0,
    refused: 0,
    broken: [],
    raw: [],
    halfStored: [],
    slow: [],
    seconds: 0,
  }
  try {
    const files = makeFiles(path.join(dir, 'made'), random(seed))
    say(`${files.length} files are made`)
    for (const file of files) await one(file, path.join(dir, 'data'), tally)
  } finally {
    tally.seconds = Math.round((Date.now() - began) / 1000)
    rmSync(dir, { recursive: true, force: true })
  }
  return tally
}

async function one(file: string, root: string, tally: FileTally): Promise<void> {
  const name = path.basename(file)
  const began = Date.now()
  let sentence = ''
  tally.files++
  try {
    if (/\.(vtt|srt|jsonl)$/.test(name)) sentence = textFault(file) ?? ''
    else {
      const making = {
        signal: new AbortController().signal,
        onStep: () => {},
        onNote: (s: string) => {
          sentence = s
          tally.noted++
        },
      }
      const medium = await processFile(file, name, root, await hashOf(file, making), making)
      const result = applyEdit(emptyLesson('Files'), bringIn(medium, 'clip', true), idsFrom('file'))
      const faults =
        'edited' in result
          ? checkLesson(JSON.parse(JSON.stringify(result.edited.lesson))).faults
          : [{ at: 'it', sentence: 'does not go into a lesson' }]
      if (faults.length > 0) tally.broken.push(`${name}: ${faults[0]!.at}: ${faults[0]!.sentence}`)
    }
    tally.taken++
  } catch (e) {
    if (e instanceof Problem) {
      tally.refused++
      sentence = e.message
    } else tally.broken.push(`${name}: ${(e as Error).message}`)
  }
  if (sentence && RAW.test(sentence.replace(name, ''))) tally.raw.push(sentence)
  const media = path.join(root, 'media')
  for (const entry of existsSync(media) ? readdirSync(media) : [])
    if (entry.startsWith('.') || !existsSync(path.join(media, entry, 'medium.json')))
      tally.halfStored.push(`${name}: ${entry}`)
  if (Date.now() - began > SLOW_S * 1000) tally.slow.push(`${name}: ${Math.round((Date.now() - began) / 1000)} s`)
}
/** A text is refused with a sentence, or none. */
function textFault(file: string): string | null {
  const text = textOf(readFileSync(file))
  const read = file.endsWith('.jsonl') ? readTrace(text) : readCaptions(text, 'voice')
  return 'error' in read ? read.error : null
}

/** Ten times what is used by what is used, so many deep. */
const nestedUses = (deep: number): string =>
  '<defs><rect id="u0" width="4" height="4"/>' +
  Array.from({ length: deep }, (_, i) => `<g id="u${i + 1}">${`<use href="#u${i}"/>`.repeat(10)}</g>`).join('') +
  `</defs><use href="#u${deep}"/>`

/** Writes the files and gives their paths. */
function makeFiles(dir: string, chance: () => number): string[] {
  mkdirSync(dir, { recursive: true })
  const out: string[] = []
  const at = (name: string) => {
    const file = path.join(dir, name)
    out.push(file)
    return file
  }
  const ff = (name: string, ...args: string[]) => {
    const file = at(name)
    try {
      execFileSync('ffmpeg', ['-v', 'error', '-y', ...args, file], { stdio: 'ignore' })
    } catch {
      out.pop()
    }
    return file
  }
  const write = (name: string, bytes: string | Buffer) => writeFileSync(at(name), bytes)
  const screen = (size: string, rate: number, seconds = 3) => [
    '-f',
    'lavfi',
    '-i',
    `testsrc2=s=${size}:r=${rate}:d=${seconds}`,
  ]
  const tone = (seconds = 3) => ['-f', 'lavfi', '-i', `sine=440:d=${seconds}`]
  const yuv = ['-pix_fmt', 'yuv420p']
  // Whole ones, in every container and many shapes.
  const containers: [string, string[]][] = [
    ['h264.mp4', ['-c:v', 'libx264', ...yuv, '-c:a', 'aac']],
    ['h264.mov', ['-c:v', 'libx264', ...yuv, '-c:a', 'aac']],
    ['h264.mkv', ['-c:v', 'libx264', ...yuv, '-c:a', 'aac']],
    ['vp8.webm', ['-c:v', 'libvpx', '-c:a', 'libopus']],
    ['vp9.webm', ['-c:v', 'libvpx-vp9', '-row-mt', '1', '-cpu-used', '8', '-c:a', 'libopus']],
    ['mpeg4.mkv', ['-c:v', 'mpeg4', '-c:a', 'libmp3lame']],
    ['hevc.mp4', ['-c:v', 'libx265', '-x265-params', 'log-level=none', ...yuv, '-tag:v', 'hvc1', '-c:a', 'aac']],
    ['444.mp4', ['-c:v', 'libx264', '-pix_fmt', 'yuv444p', '-c:a', 'aac']],
    ['rgb.mkv', ['-c:v', 'libx264rgb', '-c:a', 'flac']],
    ['full.mp4', ['-c:v', 'libx264', '-pix_fmt', 'yuvj420p', '-c:a', 'aac']],
  ]
  for (const [name, codec] of containers) ff(name, ...screen('320x180', 30), ...tone(), ...codec)
  for (const [name, size, rate] of [
    ['odd.mp4', '321x181', 25],
    ['tiny.mp4', '2x2', 30],
    ['tall.mp4', '180x640', 60],
    ['slow.mp4', '320x180', 1],
    ['fast.mp4', '160x90', 240],
    ['thousand.mp4', '64x36', 1000],
    ['ntsc.mp4', '320x180', 29.97],
    ['wide.mp4', '4096x64', 10],
  ] as const)
    ff(
      name,
      ...screen(size, rate),
      '-c:v',
      'libx264',
      '-pix_fmt',
      size.includes('1x') || size.endsWith('1') ? 'yuv444p' : 'yuv420p',
    )
  ff(
    'uneven.mp4',
    '-f',
    'lavfi',
    '-i',
    "testsrc2=s=320x180:r=60:d=4,select='gt(random(3)\\,0.5)+eq(n\\,0)'",
    '-fps_mode',
    'vfr',
    '-c:v',
    'libx264',
    ...yuv,
  )
  ff('late.mkv', ...screen('320x180', 30), '-output_ts_offset', '5', '-c:v', 'libx264', ...yuv)
  ff('silent.mp4', ...screen('320x180', 30), '-c:v', 'libx264', ...yuv)
  ff('moving.gif', ...screen('160x90', 10))
  ff('one.gif', ...screen('160x90', 10, 1), '-frames:v', '1')
  ff('moving.png', ...screen('100x80', 5, 2), '-plays', '0', '-f', 'apng')
  ff(
    'hdr.mp4',
    ...screen('320x180', 30),
    '-c:v',
    'libx265',
    '-pix_fmt',
    'yuv420p10le',
    '-x265-params',
    'log-level=none:colorprim=bt2020:transfer=smpte2084:colormatrix=bt2020nc',
  )
  ff('one-frame.mp4', ...screen('320x180', 30), '-frames:v', '1', '-c:v', 'libx264', ...yuv)
  for (const [name, codec] of [
    ['a.wav', 'pcm_s16le'],
    ['deep.wav', 'pcm_s24le'],
    ['float.wav', 'pcm_f32le'],
    ['a.mp3', 'libmp3lame'],
    ['a.m4a', 'aac'],
    ['a.ogg', 'libvorbis'],
    ['a.opus', 'libopus'],
    ['a.flac', 'flac'],
  ] as const)
    ff(name, ...tone(), '-c:a', codec)
  // What claims much, and what is rare.
  ff('claims.wav', ...tone(1), '-ar', '48000')
  for (const rate of [2_000_000_000, 1, 0]) {
    const bytes = readFileSync(path.join(dir, 'claims.wav'))
    bytes.writeUInt32LE(rate, 24)
    write(`claims-${rate}.wav`, bytes)
  }
  ff('strip.mp4', ...screen('8192x16', 30, 0.5), ...yuv)
  const locked = '-encryption_scheme cenc-aes-ctr -encryption_key 76a6c65c5ea762046bd749a2e632ccbb'.split(' ')
  ff(
    'locked.mp4',
    ...screen('320x180', 30, 1),
    ...yuv,
    ...locked,
    '-encryption_kid',
    'a7e61c373e219033c21091fa607bf3b8',
  )
  const pictures = ['320x240', '640x360'].map((size) =>
    readFileSync(ff(`${size}.mjpeg`, ...screen(size, 30, 1), '-f', 'mjpeg')),
  )
  write('both.mjpeg', Buffer.concat(pictures))
  ff('sizes.mkv', '-f', 'mjpeg', '-r', '30', '-i', path.join(dir, 'both.mjpeg'), '-c', 'copy')
  ff('short.wav', ...tone(0.02))
  ff('many.wav', ...tone(), '-ac', '6')
  const canvas = createCanvas(60, 40)
  canvas.getContext('2d').fillRect(5, 5, 20, 20)
  write('a.png', canvas.toBuffer('image/png'))
  write('a.jpg', canvas.toBuffer('image/jpeg'))
  write('a.webp', canvas.toBuffer('image/webp'))
  ff('moving.webp', ...screen('100x80', 5, 1), '-c:v', 'libwebp_anim')
  ff('wall.png', '-f', 'lavfi', '-i', 'color=white:s=12000x9000', '-frames:v', '1')
  // Damaged ones: cut off, with holes, with other bytes in their head, under other names.
  const whole = [
    'h264.mp4',
    'h264.mkv',
    'vp8.webm',
    'a.wav',
    'a.mp3',
    'a.ogg',
    'a.flac',
    'a.m4a',
    'moving.gif',
    'a.png',
    'a.jpg',
    'a.webp',
  ].filter((n) => existsSync(path.join(dir, n)))
  for (const name of whole) {
    const bytes = readFileSync(path.join(dir, name))
    for (const percent of [25, 60, 95])
      write(`cut${percent}-${name}`, bytes.subarray(0, Math.floor((bytes.length * percent) / 100)))
    const holes = Buffer.from(bytes)
    for (let i = 0; i < 30; i++) holes[Math.floor(bytes.length * (0.3 + 0.5 * chance()))] = Math.floor(chance() * 256)
    write(`holes-${name}`, holes)
  }
  for (const name of ['h264.mp4', 'a.wav', 'a.png']) {
    const head = Buffer.from(readFileSync(path.join(dir, name)))
    for (let i = 12; i < 60; i++) head[i] = Math.floor(chance() * 256)
    write(`head-${name}`, head)
  }
  const moov = Buffer.from(readFileSync(path.join(dir, 'h264.mp4')))
  for (const box of ['stbl', 'avc1', 'mdhd']) {
    const other = Buffer.from(moov)
    const i = other.indexOf(box)
    if (i > 0) {
      other.write('xxxx', i)
      write(`moov-${box}.mp4`, other)
    }
  }
  write('named.png', moov)
  write('empty.mp4', '')
  for (const n of [1, 2, 3, 11]) write(`bytes${n}.mp4`, Buffer.alloc(n, 65))
  write('noise.mp4', Buffer.from(Array.from({ length: 5000 }, () => Math.floor(chance() * 256))))
  write('list.m3u8.mp4', '#EXTM3U\n#EXTINF:10,\n/etc/passwd\n')
  write('concat.mkv', "ffconcat version 1.0\nfile '/etc/passwd'\n")
  const svg = (inside: string, attributes = 'width="40" height="30"') =>
    `<svg xmlns="http://www.w3.org/2000/svg" ${attributes}>${inside}</svg>`
  for (const [name, text] of [
    ['plain', svg('<rect width="40" height="30" fill="#c33"/>')],
    ['sizeless', svg('<rect width="40" height="30"/>', '')],
    ['script', svg('<script>x()</script>')],
    ['import', svg('<style><![CDATA[@import "x.css";]]></style>')],
    ['outside', svg('<rect fill="url(//a.example/x)"/>')],
    ['entity', '<!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg/>'],
    ['torn', '<svg xmlns="http://www.w3.org/2000/svg"><g></svg>'],
    ['huge', svg('', 'width="90000" height="90000"')],
    ['nested', svg(nestedUses(12))],
    ['deep', svg('<g>'.repeat(20_000) + '</g>'.repeat(20_000))],
    [
      'turbulent',
      svg(
        '<filter id="f"><feTurbulence type="turbulence" baseFrequency="0.9" numOctaves="255"/></filter>' +
          '<rect width="4000" height="4000" filter="url(#f)"/>',
        'width="4000" height="4000"',
      ),
    ],
  ] as const)
    write(`${name}.svg`, text)
  const cue = 'WEBVTT\n\n00:01.000 --> 00:02.000\nZurück, Säge\n'
  write('plain.vtt', cue)
  write('latin.vtt', Buffer.from(cue, 'latin1'))
  write('utf16.vtt', Buffer.from(`\uFEFF${cue}`, 'utf16le'))
  write('order.vtt', 'WEBVTT\n\n00:01.000 --> 00:03.000\na <00:02.500>b <00:01.200>c\n')
  write('back.vtt', 'WEBVTT\n\n00:03.000 --> 00:01.000\nx\n')
  write('long.srt', `1\n00:00:01,000 --> 00:00:02,000\n${'a'.repeat(300)}\n`)
  write('hours.srt', '1\n123:00:01,000 --> 123:00:02,000\nLate\n')
  write('beyond.srt', '1\n99999999:00:01,000 --> 99999999:00:02,000\nLater\n')
  write('nothing-long.vtt', 'WEBVTT\n\n00:01.000 --> 00:01.000\nx\n')
  write('none.srt', 'nothing\n')
  write('trace.jsonl', '{"trace":1,"width":640,"height":360}\n{"t":0.5,"type":"pointermove","x":1,"y":2}\n')
  write('broken.jsonl', '{"trace":1,"width":640,"height":360}\nnonsense\n')
  write(
    'back.jsonl',
    '{"trace":1,"width":640,"height":360}\n{"t":2,"type":"pointermove","x":1,"y":2}\n' +
      '{"t":1,"type":"pointermove","x":1,"y":2}\n',
  )
  return out
}
