import { newIds } from '@/core/testing/made'
import { emptyLesson, UNNAMED } from '../../lesson/make'
import { takeMedium, clipsOf } from '../../testing/lessons'
import { applyEdit, bringIn, homeOf, mediumIdOf } from '..'
import type { Medium } from '../../lesson/schema'

const sound = (name: string, sha: string): Medium => ({
  kind: 'sound',
  name,
  sha256: sha.repeat(64),
  file: `media/${sha.repeat(64)}/sound.wav`,
  durationUs: 4e6,
  sound: true,
  moments: [],
  words: [],
})
const with_ = (...media: Medium[]) =>
  media.reduce((lesson, m, i) => {
    const result = applyEdit(lesson, bringIn(m, `clip-${i}`), newIds())
    return 'edited' in result ? result.edited.lesson : lesson
  }, emptyLesson('Test'))
const captions = (name: string, mates: string[] = [], selected: string[] = []) => ({
  name,
  kind: 'captions' as const,
  mates,
  selected,
})

test('the first file names a lesson that nobody has named; one that has a name keeps it', () => {
  const named = (name: string) => {
    const result = applyEdit(emptyLesson(name), bringIn(sound('lend-out_a drill.final.wav', 'a'), 'clip'), newIds())
    return 'edited' in result ? result.edited.lesson.name : ''
  }
  expect(named(UNNAMED)).toBe('Lend out a drill.final')
  expect(named('Mine')).toBe('Mine')
  const both = [sound('said.wav', 'b'), takeMedium({ name: 'page.mp4' })].reduce((lesson, m, i) => {
    const result = applyEdit(lesson, bringIn(m, `clip-${i}`), newIds())
    return 'edited' in result ? result.edited.lesson : lesson
  }, emptyLesson(UNNAMED))
  expect(both.name).toBe('Page')
})
test('footage and sounds are laid, the first footage sets size and rate; a picture waits to be placed', () => {
  const picture: Medium = {
    kind: 'picture',
    name: 'plan.png',
    sha256: 'c'.repeat(64),
    file: `media/${'c'.repeat(64)}/picture.png`,
    width: 40,
    height: 30,
    moments: [],
    words: [],
  }
  const lesson = with_(takeMedium({ width: 1280, height: 720 }), sound('voice.wav', 'b'), picture)
  expect(clipsOf(lesson).map((c) => c.id)).toEqual(['clip-0', 'clip-1'])
  expect(lesson.frame).toEqual({ width: 1280, height: 720 })
  expect(Object.keys(lesson.media)).toHaveLength(3)
})
test(
  'captions go to the sound of the same name, then to one they ' +
    'came with, then to the selected, then to the latest sound',
  () => {
    const lesson = with_(takeMedium({ sound: true }), sound('voice.wav', 'b'), sound('music.wav', 'c'))
    const id = (sha: string) => mediumIdOf(lesson, sha.repeat(64))
    expect(homeOf(lesson, captions('Voice.vtt'))).toBe(id('b'))
    expect(homeOf(lesson, captions('other.vtt', ['b'.repeat(64)]))).toBe(id('b'))
    expect(homeOf(lesson, captions('other.vtt', [], [id('a')]))).toBe(id('a'))
    expect(homeOf(lesson, captions('other.vtt'))).toBe(id('c'))
  },
)
test('a trace goes to footage only; with none there is no home for it', () => {
  expect(
    homeOf(with_(sound('voice.wav', 'b')), { name: 'voice.jsonl', kind: 'trace', mates: [], selected: [] }),
  ).toBeNull()
})
test('a file that was replaced by what came out of it keeps its id; the file itself can come in again', () => {
  const lesson = with_(sound('voice.wav', 'b'))
  const id = mediumIdOf(lesson, 'b'.repeat(64))
  const cleaned = { ...lesson, media: { [id]: { ...lesson.media[id]!, sha256: 'c'.repeat(64) } } }
  expect(mediumIdOf(cleaned, 'c'.repeat(64))).toBe(id)
  expect(mediumIdOf(cleaned, 'b'.repeat(64))).not.toBe(id)
})
