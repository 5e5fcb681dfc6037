import type { Kind } from '../kind'

/** Draws nothing: it moves the view. See framing. */
export const zoom: Kind<'zoom'> = {
  kind: 'zoom',
  title: 'Zoom',
  size: (e) => ({ w: e.width, h: e.height }),
  draw: () => [],
  fresh: (lesson) => ({ space: 'take', width: lesson.frame.width / 2, height: lesson.frame.height / 2, look: { kind: 'zoom', inFrames: 24, backFrames: 24, easing: 'ease-in-out' } }),
}
