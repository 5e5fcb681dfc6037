import { z } from 'zod'

/**
 * What a file is for in a lesson: a recording that is laid after what is there, a camera in a corner over it, the
 * narration, another take of it, music under everything, a sound here, the script, what happens in a recording, what is
 * said in one, a picture; `spare`, nothing yet.
 */
export const FileUse = z.enum([
  'recording',
  'camera',
  'narration',
  'take',
  'music',
  'sound',
  'script',
  'trace',
  'captions',
  'picture',
  'spare',
])
export type FileUse = z.infer<typeof FileUse>

const KINDS: readonly [RegExp, FileUse][] = [
  [/\.jsonl$/i, 'trace'],
  [/\.(vtt|srt)$/i, 'captions'],
  [/\.(txt|md|markdown)$/i, 'script'],
  [/\.(png|jpe?g|webp|svg|avif|bmp|tiff?)$/i, 'picture'],
  [/\.(wav|mp3|m4a|aac|ogg|oga|opus|flac|aiff?)$/i, 'narration'],
]
const CHOICES: Partial<Record<FileUse, readonly FileUse[]>> = {
  recording: ['recording', 'camera', 'spare'],
  narration: ['narration', 'take', 'music', 'sound', 'spare'],
  picture: ['picture'],
}
/** What a file of that name can be at all; the first as it is when nothing else is known. */
export function usesOf(name: string): readonly FileUse[] {
  const kind = KINDS.find(([ends]) => ends.test(name))?.[1] ?? 'recording'
  return CHOICES[kind] ?? [kind]
}

const MUSIC = /music|song|loop|jingle|backing|underscore|ambient|ambience|\bbeats?\b|\bbed\b|theme|soundtrack/i
const EFFECT = /chime|ding|click|whoosh|swoosh|\bpop\b|beep|\bsfx\b|effect|sting\b/i
const CAMERA = /camera|webcam|facecam|\bcam\d*\b|presenter|speaker|talking|\bface\b|green.?screen/i
const words = (name: string): string => name.replace(/\.[^.]*$/, '').replace(/[_\-.]+/g, ' ')

/** What a lesson has already of what files may be. */
export interface HadAlready {
  recording: boolean
  narration: boolean
}
/** What some files are taken for, and whether there is nothing to ask: no two of them, or of the lesson, are alike. */
export function guessUses(names: readonly string[], had: HadAlready): { uses: FileUse[]; sure: boolean } {
  let { recording, narration } = had
  let sure = true
  const uses = names.map((name): FileUse => {
    const [first] = usesOf(name)
    if (first === 'recording') {
      if (CAMERA.test(words(name)) && (recording || names.length > 1)) {
        sure = false
        return 'camera'
      }
      if (recording) sure = false
      recording = true
      return 'recording'
    }
    if (first !== 'narration') return first!
    const use = MUSIC.test(words(name))
      ? 'music'
      : EFFECT.test(words(name))
        ? 'sound'
        : narration
          ? 'take'
          : 'narration'
    if (use !== 'narration') sure = false
    else narration = true
    return use
  })
  return { uses, sure }
}
