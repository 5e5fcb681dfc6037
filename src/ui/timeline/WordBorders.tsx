import { moveWordEdge } from '@/core/edits'
import { sourceUsAt, type Clip } from '@/core/lesson/clips'
import type { TimedMoment } from '@/core/moments'
import { quietestNear } from '@/core/voice/speech'
import { PEAKS_PER_SECOND } from '@/contract/beside'
import { desk, pickMoment } from '../state/desk'
import { useTimeDrag } from './useTimeDrag'
import { useView } from '../state/view'
import { peaksNow } from './Wave'
import { inWords, said } from '../../words/words'

/** The two borders of a word under its waveform, which can be dragged; with Shift not to where the sound is quiet. */
export function WordBorders({
  word,
  clip,
  left,
  width,
}: {
  word: TimedMoment
  clip: Clip
  left: number
  width: number
}) {
  const { begin, hand } = useTimeDrag()
  const border = (side: 'start' | 'end', at: number) => (
    <span
      key={side}
      data-word-border={side}
      title={inWords(side === 'start' ? 'timeline.dragWhereBegins' : 'timeline.dragWhereEnds', word.label)}
      className="absolute top-[14px] z-[1] h-[24px] w-[7px] -translate-x-1/2 cursor-ew-resize hover:bg-accent/40"
      style={{ left: at }}
      onClick={(e) => e.stopPropagation()}
      onPointerDown={(e) => {
        e.stopPropagation()
        const { lesson } = desk()
        const medium = lesson.media[clip.media]
        const own = medium?.words.find((w) => w.id === word.id)
        if (!medium || !own) return
        const peaks = peaksNow(medium.sha256)
        const from = e.clientX
        const perUs = (x: number) => {
          const frames = (x - from) / useView.getState().pxPerFrame
          const at = clip.at
          return sourceUsAt(clip, at + 1 + frames, lesson.rate) - sourceUsAt(clip, at + 1, lesson.rate)
        }
        begin(e, {
          label: said(side === 'start' ? 'timeline.whereBegins' : 'timeline.whereEnds', word.label),
          click: () => pickMoment(word.id, word.frame),
          change: (_, now) => {
            const us = Math.max(0, Math.round((side === 'start' ? own.fromUs : own.toUs) + perUs(now.clientX)))
            return moveWordEdge(
              clip.media,
              word.id,
              side,
              now.shiftKey ? us : quietestNear(us, peaks, PEAKS_PER_SECOND),
            )
          },
        })
      }}
      {...hand}
    />
  )
  return (
    <>
      {border('start', left)}
      {border('end', left + width)}
    </>
  )
}
