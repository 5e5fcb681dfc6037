import { memo, useMemo, type ComponentProps, type PointerEvent } from 'react'
import { moveMoment } from '@/core/edits'
import { clipEnd, type Clip } from '@/core/lesson/clips'
import { clusters, momentKind, type Catch, type TimedMoment } from '@/core/moments'
import { desk, edit, pickMoment, tryEdit, useDesk, useShownPart } from '../state/desk'
import { MomentIcon } from '../kit/kindIcon'
import { SweepMenu, useSweep } from './Sweep'
import { HEAD_PX, useView } from '../state/view'
import { Wave } from './Wave'
import { WordBorders } from './WordBorders'
import { inWords, said } from '../../words/words'
import { Menu, MenuItem } from '../kit/menu'
import { useGesture } from '../kit/gesture'

/** The width of a moment's icon; nearer than this two would lie on each other. */
const ICON_PX = 25

/** Clicks, keys, marks and chapters on one line; on the other the words, under the waveform they are spoken in. */
export const EventStrip = memo(function EventStrip({ from, to, catching, frameAt }: StripProps) {
  const moments = useShownPart((t) => t.moments)
  const all = useMemo(
    () => [...moments.values()].filter((m) => m.frame !== null).sort((a, b) => a.frame! - b.frame!),
    [moments],
  )
  const inSight = all.filter((m) => (m.untilFrame ?? m.frame!) >= from && m.frame! <= to)
  const inLane = (lane: string) => inSight.filter((m) => momentKind(m).lane === lane)
  return (
    <>
      <ChapterLane chapters={inLane('chapters')} />
      <MomentLane events={inLane('moments')} catching={catching} frameAt={frameAt} />
      <WordLane all={all} words={inLane('words')} view={{ from, to }} catching={catching} frameAt={frameAt} />
    </>
  )
})
interface StripProps {
  from: number
  to: number
  catching: Catch | null
  frameAt: (x: number) => number
}
const pick = (m: TimedMoment) => pickMoment(m.id, m.frame)

/** One lane of the strip, with its name at its head. */
function Lane({ name, tall, children, ...rest }: { name: string; tall: number } & ComponentProps<'div'>) {
  return (
    <div className="flex border-t border-edge" style={{ height: tall }}>
      <div
        className="sticky left-0 z-10 shrink-0 bg-sheet pl-3 text-muted"
        style={{ width: HEAD_PX, lineHeight: `${tall - 1}px` }}
      >
        {name}
      </div>
      <div className="relative flex-1 overflow-hidden" data-lane={name.toLowerCase()} {...rest}>
        {children}
      </div>
    </div>
  )
}

/** So wide a chapter is drawn at the least; with less room than this, without its name. */
const CHAPTER_PX = { least: 24, named: 70 }
function ChapterLane({ chapters }: { chapters: readonly TimedMoment[] }) {
  const { pxPerFrame } = useView()
  const chosen = useDesk((b) => b.moment)
  return (
    <Lane name={inWords('timeline.chapters')} tall={25}>
      {chapters.map((m) => {
        const long = ((m.untilFrame ?? m.frame!) - m.frame!) * pxPerFrame
        return (
          <button
            key={m.id}
            type="button"
            data-moment={m.id}
            title={inWords('timeline.chapter', m.label)}
            onClick={() => pick(m)}
            className={
              `absolute inset-y-0 truncate border-l-2 pl-1 text-left text-[11px] ` +
              `${m.id === chosen ? 'border-accent bg-accent-wash' : 'border-edge-strong text-muted'}`
            }
            style={{ left: m.frame! * pxPerFrame, width: Math.max(CHAPTER_PX.least, long) }}
          >
            <span className="sr-only">{inWords('timeline.chapterWord')} </span>
            {long > CHAPTER_PX.named ? m.label : ''}
          </button>
        )
      })}
    </Lane>
  )
}

interface LaneProps {
  catching: Catch | null
  frameAt: (x: number) => number
}
function MomentLane({ events, catching, frameAt }: { events: TimedMoment[] } & LaneProps) {
  const { pxPerFrame } = useView()
  const chosen = useDesk((b) => b.moment)
  return (
    <Lane name={inWords('common.moments')} tall={26}>
      {clusters(events, ICON_PX / pxPerFrame).map(({ at, moments: [m, ...others] }) =>
        others.length > 0 ? (
          <ClusterMark
            key={m!.id}
            moments={[m!, ...others]}
            chosen={chosen}
            catching={catching}
            onPick={pick}
            left={at * pxPerFrame}
          />
        ) : (
          <MomentMark key={m!.id} moment={m!} catching={catching} frameAt={frameAt} />
        ),
      )}
    </Lane>
  )
}
/** A moment; one that was set by hand can be dragged to another time. */
function MomentMark({ moment: m, catching, frameAt }: { moment: TimedMoment } & LaneProps) {
  const { pxPerFrame } = useView()
  const chosen = useDesk((b) => b.moment === m.id)
  const { press, hand } = useGesture()
  const begin = (e: PointerEvent) => {
    let frame = m.frame!
    press(e, {
      drag(at) {
        const now = Math.max(0, frameAt(at.clientX))
        if (now === frame) return
        frame = now
        tryEdit(moveMoment(m.id, frame))
      },
      drop: () => void (desk().live && edit(said('timeline.moveTheMoment', m.label), moveMoment(m.id, frame))),
      quit: () => tryEdit(null),
    })
  }
  const plain = momentKind(m).strong ? 'border-ink bg-ink text-paper' : 'border-edge-strong bg-card text-ink'
  const caught = m.id === catching?.moment.id ? 'border-good bg-good text-white' : plain
  return (
    <button
      type="button"
      data-moment={m.id}
      aria-label={m.label}
      title={m.label}
      className="absolute top-px grid size-[24px] -translate-x-1/2 place-items-center rounded-full"
      style={{ left: m.frame! * pxPerFrame }}
      onClick={() => pick(m)}
      onPointerDown={m.byHand ? begin : undefined}
      {...hand}
    >
      <span
        className={
          'grid size-[18px] place-items-center rounded-full border ' +
          (chosen ? 'border-accent bg-accent text-white' : caught)
        }
      >
        <MomentIcon kind={m.kind} size={11} />
      </span>
    </button>
  )
}

/** With less room than this a word cannot be pressed by itself; with still less it is not written. */
const WORD_PX = { pressed: 25, written: 13 }
/** The words that are said, under the sound of them; pressed, or swept over. */
function WordLane({
  all,
  words,
  view: { from, to },
  catching,
  frameAt,
}: { all: readonly TimedMoment[]; words: readonly TimedMoment[]; view: { from: number; to: number } } & LaneProps) {
  const { pxPerFrame } = useView()
  const clips = useShownPart((t) => t.clips)
  const media = useShownPart((t) => t.lesson.media)
  const chosen = useDesk((b) => b.moment)
  const said = useMemo(() => all.filter((m) => momentKind(m).said === 'word'), [all])
  const sweep = useSweep(said, frameAt)
  const spoken = clips.filter((c) => (media[c.media]?.words.length ?? 0) > 0 && clipEnd(c) >= from && c.at <= to)
  const clipOf = (w: TimedMoment) =>
    spoken.find((c) => c.media === w.media && w.frame! >= c.at && w.frame! < clipEnd(c))
  const lookOf = (w: TimedMoment) => {
    if (w.id === chosen) return 'border-accent bg-accent text-white'
    if (w.id === catching?.moment.id) return 'border-good bg-good text-white'
    return sweep.has(w) ? 'border-accent bg-accent-wash' : 'border-edge-strong hover:bg-black/5'
  }
  const pickAt = (frame: number) => {
    const word = said.findLast((m) => m.frame! <= frame)
    if (word) pick(word)
  }
  return (
    <Lane
      name={inWords('timeline.words')}
      tall={39}
      {...sweep.hand}
      onClick={(e) => {
        if (!sweep.swept() && !(e.target as HTMLElement).closest('button')) pickAt(frameAt(e.clientX))
      }}
    >
      {spoken.map((c) => (
        <div key={c.id} className="absolute top-0 h-[14px]" style={{ left: c.at * pxPerFrame }}>
          <Wave clip={c} height={14} from={from} to={to} colour="#a8977a" />
        </div>
      ))}
      {words.map((w, i) => {
        const ends = words[i + 1]?.frame ?? w.untilFrame ?? w.frame! + 30
        return (
          <SaidWord
            key={w.id}
            word={w}
            pxPerFrame={pxPerFrame}
            room={(ends - w.frame!) * pxPerFrame}
            look={lookOf(w)}
            clip={clipOf(w)}
            onPick={() => !sweep.swept() && pick(w)}
          />
        )
      })}
      {sweep.asks && <SweepMenu at={sweep.asks} onClose={sweep.close} />}
      {spoken.length === 0 && (
        <span className="absolute left-2 leading-[38px] text-muted">{inWords('timeline.noWordsYetBringIn')}</span>
      )}
    </Lane>
  )
}
/** A word, with its borders. Where words stand too close to be pressed one by one, the lane as a whole is pressed. */
function SaidWord({
  word: w,
  pxPerFrame,
  room,
  look,
  clip,
  onPick,
}: {
  word: TimedMoment
  pxPerFrame: number
  room: number
  look: string
  clip: Clip | undefined
  onPick: () => void
}) {
  const left = w.frame! * pxPerFrame
  const common = {
    title: w.label,
    'data-moment': w.id,
    className:
      `absolute top-[14px] h-[24px] !min-w-0 truncate rounded-sm ` +
      `border-l px-0.5 text-left text-[11px] leading-[24px] ${look}`,
    style: { left, width: Math.max(2, room - 1) },
  }
  if (room < WORD_PX.pressed) return <span {...common}>{room > WORD_PX.written ? w.label : ''}</span>
  return (
    <>
      <button type="button" {...common} onClick={onPick}>
        {w.label}
      </button>
      {clip && (
        <WordBorders word={w} clip={clip} left={left} width={((w.untilFrame ?? w.frame!) - w.frame!) * pxPerFrame} />
      )}
    </>
  )
}

interface ClusterProps {
  moments: readonly TimedMoment[]
  chosen: string | null
  catching: Catch | null
  left: number
  onPick: (m: TimedMoment) => void
}
/** Moments too close to be drawn apart: how many, and pressed, which. */
function ClusterMark({ moments, chosen, catching, left, onPick }: ClusterProps) {
  const has = (id: string | undefined | null) => moments.some((m) => m.id === id)
  const look = has(chosen)
    ? 'border-accent bg-accent text-white'
    : has(catching?.moment.id)
      ? 'border-good bg-good text-white'
      : momentKind(moments[0]!).strong
        ? 'border-ink bg-ink text-paper'
        : 'border-edge-strong bg-card text-ink'
  return (
    <Menu
      align="center"
      from={
        <button
          type="button"
          data-cluster={moments.length}
          aria-label={`${inWords('counts.moment', moments.length)}: ${moments
            .slice(0, 4)
            .map((m) => m.label)
            .join(', ')}`}
          title={moments
            .map((m) => m.label)
            .slice(0, 12)
            .join('\n')}
          className="absolute top-px grid size-[24px] -translate-x-1/2 place-items-center text-[10px] font-semibold"
          style={{ left }}
        >
          <span className={`grid h-[18px] min-w-[18px] place-items-center rounded-full border px-0.5 ${look}`}>
            {moments.length}
          </span>
        </button>
      }
    >
      {[...moments]
        .sort((a, b) => a.frame! - b.frame!)
        .map((m) => (
          <MenuItem key={m.id} data-moment={m.id} onSelect={() => onPick(m)}>
            <MomentIcon kind={m.kind} size={12} />
            {m.label}
          </MenuItem>
        ))}
    </Menu>
  )
}
