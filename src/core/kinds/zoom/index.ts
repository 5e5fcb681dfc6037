import type { Kind } from '../kind'

/** Draws nothing: it moves the view. See framing. */
export const zoom: Kind<'zoom'> = {
  kind: 'zoom',
  title: 'Zoom',
  pulls: 'shape',
  whole: true,
  withFrame: true,
  view: true,
  upright: true,
  onlyFramed: true,
  fields: [
    { path: 'inFrames', label: 'Goes in for', type: 'frames', min: 0, max: 10_000 },
    { path: 'backFrames', label: 'Goes back for', type: 'frames', min: 0, max: 10_000 },
    { path: 'easing', label: 'Easing', type: 'easing' },
    { path: 'smooth', label: 'Draws back on long ways', type: 'tick' },
  ],
  size: (e) => ({ w: e.width, h: e.height }),
  draw: () => [],
  fresh: (lesson) => ({
    space: 'take',
    width: lesson.frame.width / 2,
    height: lesson.frame.height / 2,
    look: { kind: 'zoom', inFrames: 24, backFrames: 24, easing: 'ease-in-out', smooth: false },
  }),
}
