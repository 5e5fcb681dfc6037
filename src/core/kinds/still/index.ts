import { StillLook } from './look'
import { ranged } from '../../values/ranged'
import { PIXEL_FIELDS, PIXEL_PARTS, workOf } from '../../effects'
import { localBox, type Kind, ownSize } from '../kind'

export const still: Kind<'still'> = {
  kind: 'still',
  title: 'kinds.stillPicture',
  icon: 'image',
  swatch: { colour: '#dccbe0', pattern: 'repeating-linear-gradient(90deg, #0000 0 7px, #2b211829 7px 8px)' },
  pulls: 'shape',
  content: ['media'],
  parts: PIXEL_PARTS,
  fields: ranged(StillLook, PIXEL_FIELDS),
  size: ownSize,
  draw(e) {
    const box = localBox(e, still.size(e))
    const { swap, ...more } = workOf(e.look) ?? {}
    const work = more.key || more.grade ? more : null
    return [
      {
        shapes: [{ type: 'picture', media: e.look.media, ...box, ...(swap && { swap }) }],
        box,
        ...(work && { work }),
      },
    ]
  },
  added: {
    lasts: (_e, fps) => fps * 4,
    put(e, { media, lesson }) {
      e.look.media = media ?? e.look.media
      const medium = lesson.media[e.look.media]
      if (!medium?.width || !medium.height) return
      const most = { w: lesson.frame.width * 0.4, h: lesson.frame.height * 0.4 }
      const scale = Math.min(1, most.w / medium.width, most.h / medium.height)
      Object.assign(e, { width: Math.round(medium.width * scale), height: Math.round(medium.height * scale) })
    },
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
      look: StillLook.parse({ kind: 'still', media }),
    }
  },
  roles: { pictures: (e) => ({ medium: e.look.media }) },
}
