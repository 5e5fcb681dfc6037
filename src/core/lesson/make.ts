import { LESSON_VERSION, type Lesson, type Passing } from './schema'
import { inWords } from '../../words/words'

/** What a lesson is called that nobody has named. */
export const UNNAMED = inWords('lesson.newLesson')
/** What a file says of what is in it: its name without its ending, with spaces for what stands in their place. */
export const titleOf = (file: string): string => {
  const words = file
    .replace(/\.[A-Za-z0-9]{1,5}$/, '')
    .replace(/[-_\s]+/g, ' ')
    .trim()
  return words.charAt(0).toUpperCase() + words.slice(1)
}
/**
 * A lesson with nothing in it: 1920 × 1080 at 30 frames a second, a track for takes, one over it, and one for sound.
 */
export const emptyLesson = (name: string): Lesson => ({
  format: 'vivid-vane-lesson',
  version: LESSON_VERSION,
  name,
  frame: { width: 1920, height: 1080 },
  rate: { num: 30, den: 1 },
  byHand: [],
  length: null,
  background: '#22252a',
  media: {},
  tracks: [
    { id: 'elements-1', kind: 'picture', name: inWords('lesson.elements') },
    { id: 'takes-1', kind: 'picture', name: inWords('lesson.takes') },
    { id: 'sound-1', kind: 'sound', name: inWords('lesson.narration') },
  ],
  elements: [],
  moments: [],
  voices: [],
  staggers: [],
  motionBlur: { on: false, shutter: 180, samples: 8 },
  style: null,
  guides: { x: [], y: [] },
  parts: {},
})

export const noPassing = (): Passing => ({ how: 'none', from: 'left', frames: 10, easing: 'ease-out' })
/** It comes, or goes, by getting more visible, or less. */
export const fading = (frames: number, easing = 'linear'): Passing => ({ how: 'fade', from: 'left', frames, easing })
