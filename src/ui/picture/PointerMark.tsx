import { ROUTES } from '@/contract/routes'
import { useState, type PointerEvent } from 'react'
import { toast } from 'sonner'
import { correctPointer } from '@/core/edits'
import { placeOnLesson, sourceUsAt, takeAt, takePoint } from '@/core/lesson/clips'
import { apply, inverse, type Point } from '@/core/geometry'
import { framingOf } from '@/core/scene'
import { pointerAt } from '@/core/trace'
import { desk, edit, isFramed, setDesk, useDesk, useShown } from '../state/desk'
import { clipAt } from '@/core/motion'
import { ask, sentenceOf } from '../kit/api'
import { inWords, said } from '../../words/words'
import { useGesture } from '../kit/gesture'

const TOLD = 'pointer-correction'
/** Puts the pointer of a take where it was dragged to, and has its way on both sides found again. */
async function correct(media: string, us: number, at: Point): Promise<void> {
  const control = new AbortController()
  toast.loading(inWords('picture.findingThePointersWayOn'), {
    id: TOLD,
    duration: Infinity,
    action: { label: inWords('common.stop'), onClick: () => control.abort() },
  })
  const { lesson } = desk()
  try {
    const piece = await ask(
      ROUTES.pointerNear,
      { at: { sha: lesson.media[media]!.sha256 }, body: { us, x: at.x, y: at.y } },
      control.signal,
    )
    const done = edit(
      said('picture.correctThePointer'),
      correctPointer(media, piece.length > 0 ? piece : [[us, at.x, at.y]], us),
    )
    toast(done ? inWords('picture.thePointerGoesThroughThis') : inWords('picture.itWasFoundThereAlready'), {
      id: TOLD,
      duration: 6000,
      action: undefined,
    })
  } catch (e) {
    if (control.signal.aborted)
      toast(inWords('picture.thePointerWasLeftAs'), { id: TOLD, duration: 3000, action: undefined })
    else toast.error(sentenceOf(e), { id: TOLD, duration: 9000, action: undefined })
  }
}

/**
 * A ring where the take's pointer is in this frame; dragged, it says where the pointer really is. `px` is a pixel of
 * the screen.
 */
export function PointerMark({
  px,
  pointOf,
}: {
  px: number
  pointOf: (e: { clientX: number; clientY: number }) => Point
}) {
  const timed = useShown()
  const frame = useDesk((b) => b.playhead)
  const framed = useDesk(isFramed)
  const { press, hand } = useGesture()
  const [dragged, setDragged] = useState<Point | null>(null)
  const { lesson } = timed
  const shown = takeAt(timed, frame)
  const clip = shown && clipAt(timed, shown, frame)
  const medium = clip && lesson.media[clip.media]
  if (!clip || medium?.kind !== 'take') return null
  const us = sourceUsAt(clip, frame, lesson.rate)
  const framing = framingOf(timed, frame, framed)
  const known = pointerAt(medium.pointer ?? [], us) ?? {
    x: (medium.width ?? lesson.frame.width) / 2,
    y: (medium.height ?? lesson.frame.height) / 2,
  }
  const p = dragged ?? apply(framing, placeOnLesson(known, clip, medium, lesson.frame))
  const drop = (q: Point) => {
    const at = takePoint(apply(inverse(framing), q), clip, medium, lesson.frame)
    const round = (v: number, most: number) => Math.min(most, Math.max(0, Math.round(v)))
    void correct(clip.media, us, {
      x: round(at.x, (medium.width ?? lesson.frame.width) - 1),
      y: round(at.y, (medium.height ?? lesson.frame.height) - 1),
    })
  }
  const grasp = (e: PointerEvent) => {
    e.stopPropagation()
    setDesk({ speed: 0 })
    const q = pointOf(e)
    const off = { x: p.x - q.x, y: p.y - q.y }
    let at = p
    const drag = (now: PointerEvent) => {
      const to = pointOf(now)
      at = { x: to.x + off.x, y: to.y + off.y }
      setDragged(at)
    }
    press(e, { drag, drop: () => drop(at), over: () => setDragged(null) })
  }
  return (
    <g
      data-testid="pointer-mark"
      className="cursor-move"
      transform={`translate(${p.x} ${p.y})`}
      onPointerDown={grasp}
      {...hand}
    >
      <circle r={26 * px} fill="#0000" />
      <circle r={18 * px} fill="none" stroke="#fff" strokeWidth={5 * px} strokeOpacity={0.8} />
      <circle
        r={18 * px}
        fill="none"
        stroke="#b3261e"
        strokeWidth={2.5 * px}
        strokeDasharray={`${6 * px} ${3.4 * px}`}
      />
      <path
        d={`M${-7 * px} 0 H${-2 * px} M${2 * px} 0 H${7 * px} M0 ${-7 * px} V${-2 * px} M0 ${2 * px} V${7 * px}`}
        stroke="#b3261e"
        strokeWidth={1.5 * px}
      />
    </g>
  )
}
