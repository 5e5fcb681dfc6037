import { localBox, type Kind } from '../kind'

export const still: Kind<'still'> = {
  kind: 'still',
  title: 'Still picture',
  pulls: 'shape',
  fields: [],
  size: (e) => ({ w: e.width, h: e.height }),
  draw(e) {
    const box = localBox(e, still.size(e))
    return [{ shapes: [{ type: 'picture', media: e.look.media, ...box }], box }]
  },
  fresh: (lesson) => {
    const [media, medium] = Object.entries(lesson.media).find(([, m]) => m.kind === 'picture') ?? ['', undefined]
    const scale = medium?.width && medium.height ? Math.min(1, (lesson.frame.width * 0.4) / medium.width, (lesson.frame.height * 0.4) / medium.height) : 1
    return { space: 'picture', width: Math.round((medium?.width ?? 400) * scale), height: Math.round((medium?.height ?? 300) * scale), look: { kind: 'still', media } }
  },
}
