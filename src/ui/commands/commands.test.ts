import { plays } from '@/core/kinds'
import { lessonWithTake, element, loose, besides, others } from '@/core/testing/lessons'
import { after, long, pose } from '@/core/testing/made'
import { motionOf } from '@/core/motion'
import { resolve } from '@/core/timing'
import { desk, select, setDesk } from '../state/desk'
import { alsoCalled } from './alsoCalled'
import { findCommands } from './find'
import { ABOUT } from './RightPress'
import { COMMANDS, command, keyOf, runCommand, shownKey } from './commands'

jest.mock('sonner', () => ({ toast: Object.assign(jest.fn(), { error: jest.fn() }) }))

test('every command has an id and a title of its own', () => {
  expect(new Set(COMMANDS.map((c) => c.id)).size).toBe(COMMANDS.length)
  expect(new Set(COMMANDS.map((c) => `${c.group} ${c.title}`)).size).toBe(COMMANDS.length)
})
test('a command is found by words of its title, and by nothing that is not in it', () => {
  expect(findCommands(COMMANDS, 'correct').map((c) => c.id)).toContain('correct-pointer')
  expect(findCommands(COMMANDS, 'pictures track for').map((c) => c.id)).toEqual(['add-track'])
  expect(findCommands(COMMANDS, 'split')[0]!.id).toMatch(/^split/)
  expect(findCommands(COMMANDS, 'qzx')).toEqual([])
  expect(findCommands(COMMANDS, '')).toEqual([...COMMANDS])
})
test('a file is replaced by that word, where what is selected shows or plays one', () => {
  const lesson = lessonWithTake()
  lesson.elements.push(element(lesson, 'shape', 'box', loose(0), loose(50)))
  const can = (elements: string[]) => {
    setDesk({ lesson, timed: resolve(lesson), elements })
    return command('replace-file')!.can!()
  }
  const clip = lesson.elements.find((e) => plays(e))!
  expect([can([clip.id]), can(['box']), can([]), can([clip.id, 'box'])]).toEqual([true, false, false, false])
  expect(findCommands(COMMANDS, 'replace').map((c) => c.id)).toContain('replace-file')
})
test('no key stands for two commands, but arrows, which move what is selected or the playhead', () => {
  const all = COMMANDS.flatMap((c) => (c.id.startsWith('nudge') ? [] : (c.keys?.split(' ') ?? [])))
  expect(all.filter((k, i) => all.indexOf(k) !== i)).toEqual([])
  const nudges = COMMANDS.filter((c) => c.id.startsWith('nudge')).map((c) => c.keys!)
  expect(nudges.every((k) => /^(Shift\+)?Arrow/.test(k))).toBe(true)
})
test('keys are shown as they stand on the keyboard', () => {
  expect([
    shownKey('ArrowLeft'),
    shownKey('Shift+ArrowUp'),
    shownKey('Ctrl+k'),
    shownKey('v'),
    shownKey(undefined),
  ]).toEqual(['←', 'Shift+↑', 'Ctrl+K', 'V', undefined])
  expect(keyOf('move-here')).toBe('F')
})

describe('acts', () => {
  const box = () => desk().lesson.elements[0]!
  const moves = () => motionOf(desk().timed, box()).moves.map((m) => [Math.round(m.from), Math.round(m.to)])
  const open = (poses = [pose('a', after(20), long(20), { x: 900 })], playhead = 150) => {
    const lesson = lessonWithTake()
    lesson.elements = besides(lesson, [
      element(lesson, 'shape', 'box', loose(100), loose(200), { x: 200, y: 300, poses }),
      element(lesson, 'arrow', 'arrow', loose(100), loose(200), { x: 600, y: 300 }),
    ])
    setDesk({
      lesson,
      timed: resolve(lesson),
      live: null,
      past: [],
      future: [],
      playhead,
      elements: ['box'],
      keys: [],
      moment: null,
      moveEnd: 'end',
      wholePath: false,
      doing: { do: 'select' },
      speed: 0,
      panel: 'none',
      only: null,
    })
  }
  test('move from now goes to the new landing and chooses its pose', () => {
    open()
    runCommand('move-here')
    expect(moves()).toEqual([
      [120, 140],
      [150, 165],
    ])
    expect([desk().playhead, desk().keys.length]).toEqual([165, 1])
  })
  test('after “return” the pose that it leads to is the one that is meant', () => {
    open()
    setDesk({ moveEnd: 'start', wholePath: true })
    runCommand('return')
    expect(moves()).toHaveLength(2)
    expect(desk()).toMatchObject({ moveEnd: 'end', wholePath: false })
  })
  test('outside of what is selected an act is not made, and says why', () => {
    open(undefined, 20)
    runCommand('move-here')
    expect([moves().length, desk().past.length]).toEqual([1, 0])
  })
  test('keys lead to the keyframe before and after', () => {
    open([pose('a', after(20), long(20), { x: 900 }), pose('b', after(60), long(10), { x: 100 })])
    runCommand('next-key')
    expect(desk().playhead).toBe(170)
    runCommand('previous-key')
    expect(desk().playhead).toBe(140)
  })
  test('the place is keyed as one pose, taken back as one step', () => {
    open([])
    runCommand('key-place')
    expect(box().poses.map((p) => p.values)).toEqual([{ x: 200, y: 300 }])
    runCommand('undo')
    expect(box().poses).toEqual([])
  })
  const settled = () => new Promise((done) => setTimeout(done))
  test.each(['paste-keys', 'paste'])(
    'poses are copied on to another element, from where that one stands: %s',
    async (id) => {
      open()
      runCommand('copy-keys')
      select([])
      setDesk({ playhead: 110 })
      const before = desk().lesson
      runCommand(id)
      await settled()
      // On nothing they are not put.
      expect(desk().lesson).toBe(before)
      select(['arrow'])
      runCommand(id)
      await settled()
      const arrow = desk().lesson.elements[1]!
      expect(arrow.poses.map((p) => p.values)).toEqual([{ x: 1300 }])
      expect(motionOf(desk().timed, arrow).moves.map((m) => [m.from, m.to])).toEqual([[110, 130]])
    },
  )
  test('one pose is copied, and stands at the playhead just as it stood, arrived at from the one before', async () => {
    open([pose('a', after(20), long(20), { x: 900 }), pose('b', after(60), long(10), { x: 100, y: 50 })], 140)
    runCommand('copy-pose')
    setDesk({ playhead: 200 })
    runCommand('paste')
    await settled()
    expect(box().poses.at(-1)).toMatchObject({ values: { x: 900, y: 300 } })
    expect(moves()).toEqual([
      [120, 140],
      [160, 170],
      [170, 200],
    ])
    // Of an element that never moved there is none.
    select(['arrow'])
    const before = desk().lesson
    runCommand('copy-pose')
    runCommand('paste')
    await settled()
    expect(desk().lesson.elements[0]).toBe(before.elements[0])
  })
  test('what is copied last is what is pasted', async () => {
    open()
    runCommand('copy-keys')
    runCommand('copy')
    runCommand('paste')
    await settled()
    expect(others(desk().lesson)).toHaveLength(3)
    expect(desk().lesson.elements.at(-1)!.poses).toHaveLength(box().poses.length)
  })
  test('delete takes the chosen keyframes, not the element; without any, the element', () => {
    open()
    setDesk({ keys: [{ element: 'box', pose: 'a', path: null }] })
    runCommand('delete')
    expect([others(desk().lesson).length, box().poses.length]).toEqual([2, 0])
    runCommand('delete')
    expect(others(desk().lesson).map((e) => e.id)).toEqual(['arrow'])
  })
  test('split, both parts are there and the later one is chosen', () => {
    open()
    runCommand('split-element')
    expect(others(desk().lesson)).toHaveLength(3)
    expect(desk().timed.spans.get(desk().elements[0]!)!.from).toBe(150)
  })
  test('a duplicate stands beside with its whole path, ready to be dragged whole', () => {
    open()
    runCommand('duplicate')
    const copy = desk().lesson.elements.find((e) => e.id === desk().elements[0])!
    expect([copy.x, copy.y, copy.poses[0]!.values.x, desk().wholePath]).toEqual([200, 300, 900, false])
  })
  test('lock, hide, group and show only this: on, and off again', () => {
    open()
    runCommand('lock')
    runCommand('hide')
    expect(box()).toMatchObject({ locked: true, hidden: true })
    runCommand('lock')
    runCommand('hide')
    expect(box()).toMatchObject({ locked: false, hidden: false })
    select(['box', 'arrow'])
    runCommand('group')
    expect(box().group).toBe(desk().lesson.elements[1]!.group)
    runCommand('ungroup')
    expect(box().group).toBeNull()
    runCommand('only')
    expect(desk().only).toEqual(['box', 'arrow'])
    runCommand('only')
    expect(desk().only).toBeNull()
  })
  test('a command that cannot be is not run', () => {
    open()
    select([])
    expect(command('move-here').can!()).toBe(false)
    runCommand('move-here')
    expect(desk().past).toEqual([])
  })
  test('only an arrow, or a callout with a tail, is pointed at the next thing, and only after it is there', () => {
    open()
    runCommand('repoint')
    expect(desk().doing.do).toBe('select')
    select(['arrow'])
    runCommand('repoint')
    expect(desk().doing).toEqual({ do: 'repoint', element: 'arrow' })
    setDesk({ doing: { do: 'select' }, playhead: 100 })
    runCommand('repoint')
    expect(desk().doing.do).toBe('select')
  })
})
describe('just this is played', () => {
  const played = () => {
    const { just, playhead, speed } = desk()
    setDesk({ speed: 0, just: null })
    return { ...just, playhead, speed }
  }
  test(
    'from a second before what is selected to a second after it; the end alone from two seconds ' +
      'before its last; then the playhead is put back',
    () => {
      const lesson = lessonWithTake()
      lesson.elements = besides(lesson, [element(lesson, 'shape', 'box', loose(100), { on: 'length', frames: 90 })])
      setDesk({
        lesson,
        timed: resolve(lesson),
        elements: ['box'],
        keys: [],
        moment: null,
        playhead: 10,
        speed: 0,
        passage: null,
      })
      runCommand('play-this')
      expect(played()).toEqual({ from: 70, to: 220, back: 10, playhead: 70, speed: 1 })
      setDesk({ playhead: 10 })
      runCommand('play-this-end')
      expect(played()).toEqual({ from: 130, to: 220, back: 10, playhead: 130, speed: 1 })
    },
  )
  test('a chosen moment is played as well; with nothing chosen nothing begins', () => {
    setDesk({ elements: [], moment: 'take/click-2', playhead: 0 })
    runCommand('play-this')
    expect(played()).toMatchObject({ from: 90, to: 151 })
    setDesk({ moment: null, playhead: 5 })
    runCommand('play-this')
    expect(desk()).toMatchObject({ speed: 0, playhead: 5 })
  })
})
test.each([
  ['flip', 'flip-across'],
  ['mask', 'crop'],
  ['quiet', 'lower'],
  ['caption', 'languages'],
  ['visible', 'hide'],
  ['laptop', 'add-device'],
  ['progress bar', 'add-bar'],
  ['razor', 'split'],
  ['subtitles', 'languages'],
])('what others call “%s” is found', (typed, id) => {
  expect(findCommands(COMMANDS, typed).map((c) => c.id)).toContain(id)
})
test('what has all the words in its title comes before what is only called so', () => {
  expect(findCommands(COMMANDS, 'as a template')[0]!.id).toBe('keep-template')
})
test('every command that is also called otherwise is one, and every one for a right press', () => {
  const ids = new Set(COMMANDS.map((c) => c.id))
  expect(Object.keys(alsoCalled).filter((id) => !ids.has(id))).toEqual([])
  expect(
    Object.values(ABOUT)
      .flat()
      .filter((id) => !ids.has(id)),
  ).toEqual([])
})
