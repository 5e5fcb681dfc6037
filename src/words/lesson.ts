export const lesson = {
  elements: 'Elements',
  narration: 'Narration',
  newLesson: 'New lesson',
  takes: 'Takes',
}
