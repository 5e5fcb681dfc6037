import { LESSON_VERSION, type Lesson, type Passing } from './schema'

/** A lesson with nothing in it: 1920 × 1080 at 30 frames a second, and a track of each kind. */
export const emptyLesson = (name: string): Lesson => ({
  format: 'vivid-vane-lesson',
  version: LESSON_VERSION,
  name,
  frame: { width: 1920, height: 1080 },
  rate: { num: 30, den: 1 },
  length: null,
  background: '#22252a',
  media: {},
  tracks: [
    { id: 'elements-1', kind: 'elements', name: 'Elements' },
    { id: 'takes-1', kind: 'takes', name: 'Takes' },
    { id: 'sound-1', kind: 'sound', name: 'Narration' },
  ],
  clips: [],
  elements: [],
  moments: [],
  staggers: [],
  motionBlur: { on: false, shutter: 180, samples: 8 },
  guides: { x: [], y: [] },
})

export const noPassing = (): Passing => ({ how: 'none', from: 'left', frames: 10, easing: 'ease-out' })
