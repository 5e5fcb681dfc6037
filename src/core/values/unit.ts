/**
 * What a number of a lesson is. From it follows how it is shown and typed, whether it can lie between whole numbers,
 * and what becomes of it when the lesson gets another size or rate.
 *
 * - `across`, `down`  pixels of the frame along one side of it: a place, or what goes with the frame’s own sides
 * - `px`              a length in pixels of the frame that has no direction: a width, a thickness, the size of letters
 * - `frames`          a length in frames of the lesson
 * - `share`           0 to 1, shown in %; `percent` is 0 to 100 as it stands
 * - `number`          a number that means what it is read for
 * - `level`           of sound, in dB of full scale
 * - `factor`          times its own size; `ratio` one length by another
 */
export const UNITS = {
  across: { suffix: 'px', whole: false },
  down: { suffix: 'px', whole: false },
  px: { suffix: 'px', whole: false },
  frames: { suffix: 'frames', whole: true },
  degrees: { suffix: '°', whole: false },
  share: { suffix: '%', whole: false },
  percent: { suffix: '%', whole: false },
  factor: { suffix: '×', whole: false },
  ratio: { suffix: ': 1', whole: false },
  number: { suffix: '', whole: false },
  level: { suffix: 'dB', whole: false },
  count: { suffix: '', whole: true },
} as const
export type Unit = keyof typeof UNITS
