import type { Lesson } from '../lesson/schema'

/** How many pixels stand for one of a frame whose shorter side has 1080: what new elements are measured by. */
export const unitOf = ({ width, height }: Lesson['frame']): number => Math.min(width, height) / 1080
