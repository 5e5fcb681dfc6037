import { StillLook } from './look'
import { ranged } from '../ranged'
import { localBox, type Kind } from '../kind'

export const still: Kind<'still'> = {
  kind: 'still',
  title: 'Still picture',
  icon: 'image',
  swatch: { colour: '#dccbe0', pattern: 'repeating-linear-gradient(90deg, #0000 0 7px, #2b211829 7px 8px)' },
  pulls: 'shape',
  put(e, { media, lesson }) {
    e.look.media = media ?? e.look.media
    const medium = lesson.media[e.look.media]
    if (!medium?.width || !medium.height) return
    const most = { w: lesson.frame.width * 0.4, h: lesson.frame.height * 0.4 }
    const scale = Math.min(1, most.w / medium.width, most.h / medium.height)
    Object.assign(e, { width: Math.round(medium.width * scale), height: Math.round(medium.height * scale) })
  },
  lasts: (_e, fps) => fps * 4,
  content: ['media'],
  parts: [
    {
      path: 'swap',
      label: 'Change one of its colours',
      fresh: { from: '#ffffff', to: '#f4c20d', share: 100, reach: 25 },
    },
  ],
  medium: (e) => e.look.media,
  fields: ranged(StillLook, [
    { path: 'swap.from', label: 'Colour', when: ['swap'], type: 'colour' },
    { path: 'swap.to', label: 'becomes', when: ['swap'], type: 'colour' },
    { path: 'swap.share', label: 'by', when: ['swap'], type: 'percent' },
    { path: 'swap.reach', label: 'and those like it', when: ['swap'], type: 'percent' },
  ]),
  size: (e) => ({ w: e.width, h: e.height }),
  draw(e) {
    const box = localBox(e, still.size(e))
    return [
      {
        shapes: [
          {
            type: 'picture',
            media: e.look.media,
            ...box,
            ...(e.look.swap &&
              e.look.swap.share > 0 && {
                swap: {
                  from: e.look.swap.from,
                  to: e.look.swap.to,
                  reach: e.look.swap.reach / 100,
                  share: e.look.swap.share / 100,
                },
              }),
          },
        ],
        box,
      },
    ]
  },
  fresh: (lesson) => {
    const [media, medium] = Object.entries(lesson.media).find(([, m]) => m.kind === 'picture') ?? ['', undefined]
    const scale =
      medium?.width && medium.height
        ? Math.min(1, (lesson.frame.width * 0.4) / medium.width, (lesson.frame.height * 0.4) / medium.height)
        : 1
    return {
      space: 'fixed',
      width: Math.round((medium?.width ?? 400) * scale),
      height: Math.round((medium?.height ?? 300) * scale),
      look: { kind: 'still', media, swap: null },
    }
  },
}
