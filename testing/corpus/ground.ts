import { emptyLesson } from '@/core/lesson/make'
import type { Lesson, Medium } from '@/core/lesson/schema'
import { clip, laid } from '@/core/testing/lessons'

const SECOND = 1_000_000
const sha = (letter: string) => letter.repeat(64)
const fileOf = (letter: string, name: string) => `media/${sha(letter)}/${name}`

/**
 * A recording of the tool library's desk: clicks, a drag, keys, a scroll, the pointer's way, and what was said over it.
 */
const desk = (): Medium => ({
  kind: 'take',
  name: 'Lending.mp4',
  sha256: sha('a'),
  file: fileOf('a', 'take.mp4'),
  sound: true,
  width: 1920,
  height: 1080,
  rate: { num: 30, den: 1 },
  durationUs: 20 * SECOND,
  frames: 600,
  moments: [
    { id: 'desk/click-1', kind: 'click', label: 'click on Members', fromUs: 2 * SECOND, at: { x: 240, y: 180 } },
    {
      id: 'desk/click-2',
      kind: 'click',
      label: 'click on Lend out',
      fromUs: 5 * SECOND,
      at: { x: 1500, y: 400 },
      rect: [1440, 380, 120, 40],
    },
    { id: 'desk/typing-1', kind: 'typing', label: 'types “cordless drill”', fromUs: 7 * SECOND, toUs: 9.4 * SECOND },
    {
      id: 'desk/drag-1',
      kind: 'drag',
      label: 'drags the receipt',
      fromUs: 11 * SECOND,
      toUs: 12 * SECOND,
      at: { x: 900, y: 700 },
    },
    { id: 'desk/scroll-1', kind: 'scroll', label: 'scrolls down', fromUs: 14 * SECOND, toUs: 15 * SECOND },
    { id: 'desk/click-3', kind: 'click', label: 'click on Done', fromUs: 17 * SECOND, at: { x: 1700, y: 950 } },
    { id: 'desk/chapter-1', kind: 'chapter', label: 'Giving back', fromUs: 13 * SECOND, byHand: true },
  ],
  words: ['Choose', 'the', 'member', 'then', 'lend', 'out', 'the', 'drill', 'and', 'print', 'the', 'receipt'].map(
    (text, i) => ({
      id: `desk/word-${i + 1}`,
      text,
      fromUs: Math.round((1 + i * 1.3) * SECOND),
      toUs: Math.round((1.6 + i * 1.3) * SECOND),
    }),
  ),
  pointer: [
    [0, 960, 540],
    [1.5 * SECOND, 240, 180],
    [3 * SECOND, 240, 180],
    [4.4 * SECOND, 1500, 400],
    [10.5 * SECOND, 1500, 400],
    [11 * SECOND, 900, 700],
    [12 * SECOND, 400, 760],
    [16 * SECOND, 420, 780],
    [16.8 * SECOND, 1700, 950],
    [20 * SECOND, 1700, 950],
  ],
})
const shelf = (): Medium => ({
  kind: 'picture',
  name: 'Shelf plan.png',
  sha256: sha('b'),
  file: fileOf('b', 'picture.png'),
  width: 800,
  height: 600,
  moments: [],
  words: [],
})
const voice = (): Medium => ({
  kind: 'sound',
  name: 'Narration.wav',
  sha256: sha('c'),
  file: fileOf('c', 'sound.wav'),
  durationUs: 8 * SECOND,
  moments: [],
  words: ['Every', 'tool', 'has', 'its', 'shelf'].map((text, i) => ({
    id: `voice/word-${i + 1}`,
    text,
    fromUs: i * SECOND,
    toUs: Math.round((i + 0.7) * SECOND),
  })),
})
/** A lesson that has some of everything that elements can be tied to, and none of them yet. */
export function ground(): Lesson {
  const lesson = emptyLesson('Lending a drill')
  lesson.media = { desk: desk(), shelf: shelf(), voice: voice() }
  lesson.tracks = [
    { id: 'elements-2', kind: 'picture', name: 'Above' },
    { id: 'elements-1', kind: 'picture', name: 'Elements' },
    { id: 'takes-2', kind: 'picture', name: 'Over' },
    { id: 'takes-1', kind: 'picture', name: 'Takes' },
    { id: 'sound-1', kind: 'sound', name: 'Narration' },
  ]
  lesson.elements = laid(lesson, [
    clip('c1', 0, 300, { track: 'takes-1', media: 'desk' }),
    clip('c2', 300, 200, { track: 'takes-1', media: 'desk', inUs: 10.5 * SECOND }),
    clip('c3', 360, 90, { track: 'takes-2', media: 'shelf', fit: 'stand' }),
    clip('v1', 60, 240, { track: 'sound-1', media: 'voice' }),
  ])
  lesson.moments = [{ id: 'mark-1', kind: 'mark', label: 'the shelf', frame: 380 }]
  return lesson
}
