import { TextLook } from './look'
import { aloneAt, lettersAt, spokenAt, wordsOf } from './build'
import type { TextFace } from '../../text'
import { ranged } from '../../values/ranged'
import { putBox } from '../put'
import { readableFrames } from '../../timing'
import type { Shape } from '../../display'
import { grown } from '../../geometry'
import { localBox, type Kind } from '../kind'
import { TEXT_FIELDS, linesHeight, linesPath } from '../lines'
import { roundedBox } from '../outline'
import { unitOf } from '../unit'

/** The least that a text is made smaller to, of its size. */
const LEAST = 0.2
/** The face of a text: smaller, where it has to fit into its box. */
function faceIn(look: TextLook, box: { w: number; h: number }, alone = false): TextFace {
  const { text: words, face, fitSize, fitText, padding } = look
  if (!fitSize || fitText) return face
  const sized = (k: number) => ({ ...face, size: face.size * k })
  const fits = (k: number) =>
    alone
      ? words.split('\n').every((word) => linesHeight(word, sized(k), box.w, padding) <= box.h)
      : linesHeight(words, sized(k), box.w, padding) <= box.h
  let [low, high] = [LEAST, 1]
  if (fits(1)) return face
  for (let i = 0; i < 12; i++) {
    const k = (low + high) / 2
    if (fits(k)) low = k
    else high = k
  }
  return { ...face, size: Math.round(face.size * low * 100) / 100 }
}

export const text: Kind<'text'> = {
  kind: 'text',
  title: 'kinds.text',
  icon: 'type',
  swatch: { colour: '#f1e6d0', pattern: 'repeating-linear-gradient(0deg, #0000 0 3px, #2b21181f 3px 4px)' },
  pulls: 'both',
  reading: 'text',
  content: ['text'],
  first: ['text', 'face', 'face.size', 'align', 'ink', 'box', 'builds', 'eachFrames'],
  fields: ranged(TextLook, [
    ...TEXT_FIELDS,
    { path: 'fitSize', label: 'values.shrinkToFitTheBox', type: 'tick' },
    {
      path: 'builds',
      label: 'values.appears',
      type: 'choice',
      options: [
        { value: 'whole', label: 'values.whole' },
        { value: 'letters', label: 'values.letterByLetter' },
        { value: 'words', label: 'values.wordByWord' },
        { value: 'lines', label: 'values.lineByLine' },
        { value: 'spoken', label: 'values.asItIsSpoken' },
        { value: 'alone', label: 'values.oneWordAtATime' },
        { value: 'alone-spoken', label: 'values.theWordBeingSpokenAlone' },
        { value: 'alone-beat', label: 'values.oneWordAtEachMark' },
      ],
    },
    {
      path: 'eachFrames',
      label: 'values.timeForEach',
      when: ['builds', 'letters', 'words', 'lines', 'alone'],
      type: 'frames',
    },
    { path: 'spokenInk', label: 'values.colourOfTheSpokenWord', type: 'colour', optional: true },
    { path: 'outline', label: 'values.outline', type: 'colour', optional: true },
    { path: 'outlinePx', label: 'values.outlineWidth', when: ['outline'], type: 'px', digits: 1 },
    { path: 'shadow', label: 'values.shadow', type: 'colour', optional: true },
    { path: 'shadowPx', label: 'values.shadowDistance', when: ['shadow'], type: 'px' },
    { path: 'shadowBlurPx', label: 'values.shadowSoftness', when: ['shadow'], type: 'px' },
    { path: 'box', label: 'values.box', type: 'colour', optional: true },
    { path: 'corner', label: 'values.cornerRadius', when: ['box'], type: 'px' },
    { path: 'padding', label: 'values.padding', type: 'px' },
  ]),
  size: (e) => ({
    w: e.width,
    h: e.look.fitText ? linesHeight(e.look.text, e.look.face, e.width, e.look.padding) : e.height,
  }),
  heightByHand(e) {
    e.look.fitText = false
  },
  kept: (e) => e,
  draw(e, frame, span, timed) {
    const box = localBox(e, text.size(e))
    const alone = aloneAt(e.look, frame, span, timed)
    if (alone === '') return []
    const look = alone === null ? e.look : { ...e.look, text: alone, builds: 'whole' as const, spokenInk: null }
    // Words that stand alone are all as large as their widest lets them be.
    const face = faceIn(
      alone === null
        ? look
        : {
            ...e.look,
            text: wordsOf(e.look.text)
              .map((w) => w.word)
              .join('\n'),
          },
      box,
      alone !== null,
    )
    const letters = lettersAt(look, frame, span, timed)
    const d = linesPath(look.text, face, { align: look.align, box, padding: look.padding }, { from: 0, to: letters })
    const rim = look.outline ? look.outlinePx : 0
    const shadow = look.shadow
      ? { colour: look.shadow, blurPx: look.shadowBlurPx, dx: look.shadowPx, dy: look.shadowPx }
      : undefined
    const shapes: Shape[] = []
    if (look.box) shapes.push({ type: 'path', d: roundedBox(box, look.corner), fill: look.box })
    if (d && rim > 0)
      shapes.push({
        type: 'path',
        d,
        stroke: look.outline!,
        lineWidth: rim * 2,
        join: 'round',
        ...(shadow && { shadow }),
      })
    const spoken = look.spokenInk ? spokenAt(look.text, span, timed) : []
    const now = spoken.findIndex((t) => t !== null && frame >= t.from && frame < t.to)
    if (d) shapes.push({ type: 'path', d, fill: look.ink, ...(shadow && rim === 0 && { shadow }) })
    const word = now < 0 ? undefined : wordsOf(look.text)[now]
    const lit =
      word && word.to <= letters && linesPath(look.text, face, { align: look.align, box, padding: look.padding }, word)
    if (lit) shapes.push({ type: 'path', d: lit, fill: look.spokenInk! })
    return [
      {
        shapes,
        box: grown(box, 2 + rim + (shadow ? look.shadowPx + look.shadowBlurPx * 2 : 0) + look.face.size * 0.2),
      },
    ]
  },
  added: {
    drawn: true,
    lasts: (e, fps) => readableFrames(e.look.text, fps),
    put: (e, spot) => putBox(e, spot, text.size(e)),
  },
  fresh: (lesson) => {
    const unit = unitOf(lesson.frame)
    return {
      space: 'fixed',
      width: Math.round(560 * unit),
      height: Math.round(80 * unit),
      look: TextLook.parse({
        kind: 'text',
        text: 'Your words',
        face: { family: 'Public Sans', weight: 800, size: Math.round(56 * unit), lineHeight: 1.2 },
        align: 'centre',
        ink: '#fffaf0',
        outline: '#2b2118',
        outlinePx: 4 * unit,
        shadow: null,
        shadowPx: 4 * unit,
        shadowBlurPx: 6 * unit,
        box: null,
        corner: 10 * unit,
        padding: 16 * unit,
        fitText: true,
      }),
    }
  },
  roles: {},
}
