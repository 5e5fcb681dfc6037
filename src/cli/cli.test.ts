import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { loadImage } from '@napi-rs/canvas'

const root = path.join(__dirname, '../..')
const dir = mkdtempSync(path.join(tmpdir(), 'vane-cli-'))
const vane = (...args: string[]) => {
  const ran = spawnSync(path.join(root, 'vane'), args, { cwd: dir, encoding: 'utf8' })
  return { code: ran.status, out: ran.stdout, err: ran.stderr }
}
/** The commands that have a help, by their files; the others are for the program itself. */
const commands = readdirSync(__dirname).flatMap((f) => {
  const name = f.replace(/\.ts$/, '')
  return readFileSync(path.join(__dirname, f), 'utf8').includes(`\n./vane ${name}`) ? [name] : []
})
beforeAll(() => {
  expect(vane('demo', 'demo').code).toBe(0)
})

test('every command has help, and wrong use ends with 2', async () => {
  const ends = (args: string[]) =>
    new Promise<{ code: number | null; out: string }>((done) => {
      const child = spawn(path.join(root, 'vane'), args, { cwd: dir })
      let out = ''
      child.stdout.on('data', (d: Buffer) => {
        out += d.toString()
      })
      child.on('close', (code) => done({ code, out }))
    })
  const inFours = async (
    lines: string[][],
    hold: (ran: { code: number | null; out: string }, args: string[]) => void,
  ) => {
    for (let i = 0; i < lines.length; i += 4)
      await Promise.all(lines.slice(i, i + 4).map(async (args) => hold(await ends(args), args)))
  }
  expect(commands.length).toBeGreaterThan(12)
  await inFours(
    commands.map((name) => [name, '--help']),
    (ran, [name]) => expect(ran).toMatchObject({ code: 0, out: expect.stringContaining(`./vane ${name}`) }),
  )
  await inFours(
    [
      [],
      ['dance'],
      ['frame', 'demo/lesson.json'],
      ['frame', 'demo/lesson.json', 'x', '--out', 'a.png'],
      ['render', 'demo/lesson.json'],
      ['render', 'demo/lesson.json', '--out', 'a.mp4', '--quality', 'lovely'],
      ['check'],
      ['demo', 'a', 'b'],
      ['render', 'x', '--nonsense'],
      ['trace', 'a.mp4'],
      ['trace', 'a.mp4', '--out', 'b', '--at', '1,2'],
      ['trace', 'a.mp4', '--out', 'b', '--at', '1,2,x'],
      ['follow', 'a.jsonl'],
      ['follow', 'a.jsonl', '--out', 'b', '--zoom', '0.2'],
      ['pin', 'a.mp4', '--out', 'b'],
      ['pin', 'a.mp4', '--from', '2', '--to', '1', '--rect', '1,2,3,4', '--out', 'b'],
      ['pin', 'a.mp4', '--from', '1', '--to', '2', '--rect', '1,2,3', '--out', 'b'],
    ],
    (ran, args) => expect({ args, code: ran.code }).toEqual({ args, code: 2 }),
  )
})
test(
  'the demo is a sound lesson of 60 to 90 seconds with ' + 'narration, chapters, ripples, callouts, arrows and a bar',
  () => {
    expect(vane('check', 'demo/lesson.json')).toMatchObject({ code: 0, err: expect.stringContaining('a sound lesson') })
    const lesson = JSON.parse(readFileSync(path.join(dir, 'demo/lesson.json'), 'utf8'))
    const take = lesson.media['lend-out']
    expect(take.frames / 30).toBeGreaterThan(60)
    expect(take.frames / 30).toBeLessThan(90)
    expect(take.moments.filter((m: { kind: string }) => m.kind === 'chapter').length).toBeGreaterThan(3)
    expect(lesson.media.narration.words.length).toBeGreaterThan(100)
    const kinds = lesson.elements.map((e: { look: { kind: string } }) => e.look.kind)
    for (const kind of ['callout', 'arrow', 'ripple', 'bar']) expect(kinds).toContain(kind)
  },
)
test('check names faults by their place and ends with 1', () => {
  const lesson = JSON.parse(readFileSync(path.join(dir, 'demo/lesson.json'), 'utf8'))
  lesson.elements[2].opacity = 7
  writeFileSync(path.join(dir, 'demo/bad.json'), JSON.stringify(lesson))
  expect(vane('check', 'demo/bad.json')).toMatchObject({ code: 1, err: expect.stringContaining('elements[2].opacity') })
  lesson.elements[2].opacity = 1
  lesson.media.narration.file = `media/${'0'.repeat(64)}/gone.wav`
  writeFileSync(path.join(dir, 'demo/bad.json'), JSON.stringify(lesson))
  expect(vane('check', 'demo/bad.json')).toMatchObject({ code: 1, err: expect.stringContaining('there is no file') })
  writeFileSync(path.join(dir, 'demo/bad.json'), '{')
  expect(vane('check', 'demo/bad.json')).toMatchObject({ code: 1, err: expect.stringContaining('not JSON') })
  expect(vane('check', 'nowhere.json')).toMatchObject({ code: 1, err: expect.stringContaining('no such file') })
})
test('a frame and a passage are written where they are asked for; nothing is written when they cannot be', async () => {
  expect(vane('frame', 'demo/lesson.json', '360', '--out', 'f.png').code).toBe(0)
  expect((await loadImage(path.join(dir, 'f.png'))).width).toBe(1920)
  expect(vane('frame', 'demo/lesson.json', '99999', '--out', 'g.png')).toMatchObject({
    code: 1,
    err: expect.stringContaining('2130 frames'),
  })
  expect(existsSync(path.join(dir, 'g.png'))).toBe(false)
  const ran = vane(
    'render',
    'demo/lesson.json',
    '--out',
    'p.mp4',
    '--from',
    '300',
    '--to',
    '330',
    '--quality',
    'draft',
    '--height',
    '540',
  )
  expect(ran).toMatchObject({ code: 0, err: expect.stringContaining('frame 30 of 30') })
  expect(existsSync(path.join(dir, 'p.mp4'))).toBe(true)
  expect(vane('render', 'demo/lesson.json', '--out', 'q.mp4', '--from', '5000').code).toBe(1)
})

test('the pointer is found in a recording that came without a trace, and framed one view a frame', () => {
  const video = path.join(root, 'demo/media/lend-out.mp4')
  // Eleven seconds in which the pointer chooses a week and confirms.
  expect(
    spawnSync('ffmpeg', [
      '-v',
      'error',
      '-y',
      '-ss',
      '44',
      '-t',
      '11',
      '-i',
      video,
      '-c:v',
      'libx264',
      '-preset',
      'ultrafast',
      '-crf',
      '20',
      path.join(dir, 'part.mp4'),
    ]).status,
  ).toBe(0)
  expect(vane('trace', 'part.mp4', '--out', 'found.jsonl')).toMatchObject({
    code: 0,
    err: expect.stringContaining('the pointer is seen in'),
  })
  const found = readFileSync(path.join(dir, 'found.jsonl'), 'utf8')
    .trim()
    .split('\n')
    .map((l) => JSON.parse(l))
  expect(found[0]).toEqual({ trace: 1, width: 1920, height: 1080 })
  const truth = readFileSync(path.join(root, 'demo/media/lend-out.jsonl'), 'utf8')
    .trim()
    .split('\n')
    .slice(1)
    .map((l) => JSON.parse(l))
    .filter((e) => 'x' in e)
  const errors = found
    .filter((e) => e.type === 'pointermove')
    .map((e) => {
      const at = truth.findLast((x) => x.t <= e.t + 44 + 0.001)!
      return Math.hypot(at.x - e.x, at.y - e.y)
    })
    .sort((a, b) => a - b)
  expect(errors.length).toBeGreaterThan(330 * 0.85)
  expect(errors[errors.length >> 1]).toBeLessThanOrEqual(2.5)
  expect(vane('follow', 'found.jsonl', '--zoom', '2', '--fps', '25', '--out', 'views.jsonl').code).toBe(0)
  const views = readFileSync(path.join(dir, 'views.jsonl'), 'utf8')
    .trim()
    .split('\n')
    .map((l) => JSON.parse(l))
  expect(views[1]).toMatchObject({ t: 0.04, w: expect.any(Number), h: expect.any(Number) })
  expect(views.every((v) => v.x >= 0 && v.y >= 0 && v.x + v.w <= 1920.01 && v.y + v.h <= 1080.01)).toBe(true)
})
test(
  'around a place where the pointer is said to be only the ' +
    'seconds next to it are searched, and the way leads through it',
  () => {
    // The hand rests on a week’s button at 49 seconds.
    expect(
      vane('trace', path.join(root, 'demo/media/lend-out.mp4'), '--out', 'near.jsonl', '--at', '49.1,714,535').code,
    ).toBe(0)
    const moves = readFileSync(path.join(dir, 'near.jsonl'), 'utf8')
      .trim()
      .split('\n')
      .slice(1)
      .map((l) => JSON.parse(l))
      .filter((e) => e.type === 'pointermove')
    expect(moves[0].t).toBeGreaterThanOrEqual(43)
    expect(moves.at(-1).t).toBeLessThanOrEqual(55.2)
    const there = moves.find((e) => Math.abs(e.t - 49.1) < 0.02)
    expect(Math.hypot(there.x - 714, there.y - 535)).toBeLessThanOrEqual(2)
    expect(
      vane('trace', path.join(root, 'demo/media/lend-out.mp4'), '--out', 'never.jsonl', '--at', '900,1,1'),
    ).toMatchObject({ code: 1, err: expect.stringContaining('no frame near 900') })
    expect(existsSync(path.join(dir, 'never.jsonl'))).toBe(false)
  },
)
test('what is no recording or no trace is named, and nothing is written', () => {
  writeFileSync(path.join(dir, 'words.txt'), 'these are words')
  expect(vane('trace', 'words.txt', '--out', 'none.jsonl')).toMatchObject({
    code: 1,
    err: expect.stringContaining('words.txt'),
  })
  expect(vane('trace', 'gone.mp4', '--out', 'none.jsonl').code).toBe(1)
  expect(vane('trace', path.join(root, 'demo/media/narration.wav'), '--out', 'none.jsonl').code).toBe(1)
  expect(vane('follow', 'words.txt', '--out', 'none.jsonl')).toMatchObject({
    code: 1,
    err: expect.stringContaining('not JSON'),
  })
  writeFileSync(path.join(dir, 'still.jsonl'), '{"trace":1,"width":10,"height":10}\n')
  expect(vane('follow', 'still.jsonl', '--out', 'none.jsonl')).toMatchObject({
    code: 1,
    err: expect.stringContaining('no pointer'),
  })
  expect(existsSync(path.join(dir, 'none.jsonl'))).toBe(false)
  expect(existsSync(path.join(dir, 'none.jsonl.part'))).toBe(false)
})
test('what a place shows is followed through the frames after it, as the demo’s page scrolls by 520 pixels', () => {
  const video = path.join(root, 'demo/media/lend-out.mp4')
  expect(
    vane('pin', video, '--from', '24.9', '--to', '26.8', '--rect', '1360,760,180,50', '--out', 'pin.jsonl'),
  ).toMatchObject({ code: 0, err: expect.stringContaining('in sight in') })
  const places = readFileSync(path.join(dir, 'pin.jsonl'), 'utf8')
    .trim()
    .split('\n')
    .map((l) => JSON.parse(l))
  expect(places[0]).toEqual({ t: 24.9, x: 1360, y: 760, seen: true })
  expect(places.at(-1)).toMatchObject({ x: 1360, y: 240, seen: true })
  // The log's turns of the wheel lead to the same places.
  expect(
    vane(
      'pin',
      video,
      '--from',
      '24.9',
      '--to',
      '26.8',
      '--rect',
      '1360,760,180,50',
      '--out',
      'wheel.jsonl',
      '--trace',
      path.join(root, 'demo/media/lend-out.jsonl'),
    ).code,
  ).toBe(0)
  expect(readFileSync(path.join(dir, 'wheel.jsonl'), 'utf8')).toBe(readFileSync(path.join(dir, 'pin.jsonl'), 'utf8'))
  expect(
    vane(
      'pin',
      video,
      '--from',
      '24.9',
      '--to',
      '26.8',
      '--rect',
      '1360,760,180,50',
      '--out',
      'none.jsonl',
      '--trace',
      'gone.jsonl',
    ),
  ).toMatchObject({ code: 1, err: expect.stringContaining('gone.jsonl') })
  expect(
    vane(
      'pin',
      path.join(root, 'demo/media/narration.wav'),
      '--from',
      '1',
      '--to',
      '2',
      '--rect',
      '0,0,9,9',
      '--out',
      'none.jsonl',
    ).code,
  ).toBe(1)
})
