import { counted } from '@/core/formats/counted'
import { DropdownMenu } from 'radix-ui'
import { Fragment, memo, useMemo, useRef } from 'react'
import { moveMoment } from '@/core/edits'
import { clipEnd } from '@/core/lesson/clips'
import { clusters, type Catch, type TimedMoment } from '@/core/moments'
import { desk, edit, pickMoment, tryEdit, useDesk, useShownPart } from '../state/desk'
import { MomentIcon } from '../kit/kindIcon'
import { SweepMenu, useSweep } from './Sweep'
import { HEAD_PX, useView } from '../state/view'
import { Wave } from './Wave'
import { WordBorders } from './WordBorders'

/** The width of a moment's icon; nearer than this two would lie on each other. */
const ICON_PX = 25
const CROWD = 'thin-scroll z-50 max-h-72 overflow-auto rounded border border-edge-strong bg-sheet p-1 shadow-xl'

/** Clicks, keys, marks and chapters on one line; on the other the words, under the waveform they are spoken in. */
export const EventStrip = memo(function EventStrip({
  from,
  to,
  catching,
  frameAt,
}: {
  from: number
  to: number
  catching: Catch | null
  frameAt: (x: number) => number
}) {
  const moments = useShownPart((t) => t.moments)
  const clips = useShownPart((t) => t.clips)
  const media = useShownPart((t) => t.lesson.media)
  const { pxPerFrame } = useView()
  const chosen = useDesk((b) => b.moment)
  const drag = useRef<{ id: string; frame: number } | null>(null)
  const all = useMemo(
    () => [...moments.values()].filter((m) => m.frame !== null).sort((a, b) => a.frame! - b.frame!),
    [moments],
  )
  const inSight = all.filter((m) => (m.untilFrame ?? m.frame!) >= from && m.frame! <= to)
  const chapters = inSight.filter((m) => m.kind === 'chapter')
  const words = inSight.filter((m) => m.kind === 'word')
  const events = inSight.filter((m) => !['chapter', 'word', 'phrase', 'cut', 'lesson'].includes(m.kind))
  const drawn = clusters(events, ICON_PX / pxPerFrame)
  const spoken = clips.filter((c) => (media[c.media]?.words.length ?? 0) > 0 && clipEnd(c) >= from && c.at <= to)
  const pick = (m: TimedMoment) => pickMoment(m.id, m.frame)
  const clipOfWord = (w: TimedMoment) =>
    spoken.find((c) => c.media === w.media && w.frame! >= c.at && w.frame! < clipEnd(c))
  const said = useMemo(() => all.filter((m) => m.kind === 'word'), [all])
  const sweep = useSweep(said, frameAt)
  const pickWordAt = (frame: number) => {
    const word = all.findLast((m) => m.kind === 'word' && m.frame! <= frame)
    if (word) pick(word)
  }
  const lookOf = (m: TimedMoment) => {
    if (m.id === chosen) return 'border-accent bg-accent text-white'
    if (m.id === catching?.moment.id) return 'border-good bg-good text-white'
    return m.kind === 'click' ? 'border-ink bg-ink text-paper' : 'border-edge-strong bg-card text-ink'
  }
  const one = (m: TimedMoment) => (
    <button
      key={m.id}
      type="button"
      data-moment={m.id}
      aria-label={m.label}
      title={m.label}
      className="absolute top-px grid size-[24px] -translate-x-1/2 place-items-center rounded-full"
      style={{ left: m.frame! * pxPerFrame }}
      onClick={() => pick(m)}
      onPointerDown={(e) => {
        if (!m.byHand) return
        e.currentTarget.setPointerCapture(e.pointerId)
        drag.current = { id: m.id, frame: m.frame! }
      }}
      onPointerMove={(e) => {
        if (!drag.current) return
        const f = Math.max(0, frameAt(e.clientX))
        if (f !== drag.current.frame) {
          drag.current.frame = f
          tryEdit(moveMoment(drag.current.id, f))
        }
      }}
      onPointerUp={() => {
        const d = drag.current
        drag.current = null
        if (d && desk().live) edit(`Move the moment “${m.label}”`, moveMoment(d.id, d.frame))
      }}
    >
      <span className={`grid size-[18px] place-items-center rounded-full border ${lookOf(m)}`}>
        <MomentIcon kind={m.kind} size={11} />
      </span>
    </button>
  )
  return (
    <>
      <div className="flex h-[25px] border-t border-edge">
        <div className="sticky left-0 z-10 shrink-0 bg-sheet pl-3 leading-[24px] text-muted" style={{ width: HEAD_PX }}>
          Chapters
        </div>
        <div className="relative flex-1 overflow-hidden" data-lane="chapters">
          {chapters.map((m) => (
            <button
              key={m.id}
              type="button"
              data-moment={m.id}
              title={`Chapter: ${m.label}`}
              onClick={() => pick(m)}
              className={
                `absolute inset-y-0 truncate border-l-2 pl-1 text-left text-[11px] ` +
                `${m.id === chosen ? 'border-accent bg-accent-wash' : 'border-edge-strong text-muted'}`
              }
              style={{
                left: m.frame! * pxPerFrame,
                width: Math.max(24, ((m.untilFrame ?? m.frame!) - m.frame!) * pxPerFrame),
              }}
            >
              <span className="sr-only">Chapter </span>
              {((m.untilFrame ?? 0) - m.frame!) * pxPerFrame > 70 ? m.label : ''}
            </button>
          ))}
        </div>
      </div>
      <div className="flex h-[26px] border-t border-edge">
        <div className="sticky left-0 z-10 shrink-0 bg-sheet pl-3 leading-[26px] text-muted" style={{ width: HEAD_PX }}>
          Moments
        </div>
        <div className="relative flex-1 overflow-hidden" data-lane="moments">
          {drawn.map(({ at, moments: [m, ...others] }) =>
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
              one(m!)
            ),
          )}
        </div>
      </div>
      <div className="flex h-[39px] border-t border-edge">
        <div className="sticky left-0 z-10 shrink-0 bg-sheet pl-3 leading-[38px] text-muted" style={{ width: HEAD_PX }}>
          Words
        </div>
        <div
          className="relative flex-1 overflow-hidden"
          data-lane="words"
          {...sweep.hand}
          onClick={(e) => {
            if (sweep.swept()) return
            if (!(e.target as HTMLElement).closest('button')) pickWordAt(frameAt(e.clientX))
          }}
        >
          {spoken.map((c) => (
            <div key={c.id} className="absolute top-0 h-[14px]" style={{ left: c.at * pxPerFrame }}>
              <Wave clip={c} height={14} from={from} to={to} colour="#a8977a" />
            </div>
          ))}
          {words.map((w, i) => {
            const next = words[i + 1]
            const room = ((next?.frame ?? w.untilFrame ?? w.frame! + 30) - w.frame!) * pxPerFrame
            const look =
              w.id === chosen
                ? 'border-accent bg-accent text-white'
                : catching?.moment.id === w.id
                  ? 'border-good bg-good text-white'
                  : sweep.has(w)
                    ? 'border-accent bg-accent-wash'
                    : 'border-edge-strong hover:bg-black/5'
            const common = {
              title: w.label,
              'data-moment': w.id,
              className:
                `absolute top-[14px] h-[24px] !min-w-0 truncate rounded-sm ` +
                `border-l px-0.5 text-left text-[11px] leading-[24px] ${look}`,
              style: { left: w.frame! * pxPerFrame, width: Math.max(2, room - 1) },
            }
            // Where words stand too close to be pressed one by one, the lane as a whole is pressed.
            return room >= 25 ? (
              <Fragment key={w.id}>
                <button type="button" {...common} onClick={() => !sweep.swept() && pick(w)}>
                  {w.label}
                </button>
                {clipOfWord(w) && (
                  <WordBorders
                    word={w}
                    clip={clipOfWord(w)!}
                    left={w.frame! * pxPerFrame}
                    width={((w.untilFrame ?? w.frame!) - w.frame!) * pxPerFrame}
                  />
                )}
              </Fragment>
            ) : (
              <span key={w.id} {...common}>
                {room > 13 ? w.label : ''}
              </span>
            )
          })}
          {sweep.asks && <SweepMenu at={sweep.asks} onClose={sweep.close} />}
          {spoken.length === 0 && (
            <span className="absolute left-2 leading-[38px] text-muted">
              No words yet: bring in captions (WebVTT, SRT) with the narration.
            </span>
          )}
        </div>
      </div>
    </>
  )
})

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
      : moments[0]!.kind === 'click'
        ? 'border-ink bg-ink text-paper'
        : 'border-edge-strong bg-card text-ink'
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        data-cluster={moments.length}
        aria-label={`${counted(moments.length, 'moment')}: ${moments
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
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className={CROWD}>
          {[...moments]
            .sort((a, b) => a.frame! - b.frame!)
            .map((m) => (
              <DropdownMenu.Item
                key={m.id}
                data-moment={m.id}
                onSelect={() => onPick(m)}
                className={
                  'flex cursor-pointer items-center gap-2 rounded px-2 py-1 ' +
                  'outline-none data-[highlighted]:bg-accent-wash'
                }
              >
                <MomentIcon kind={m.kind} size={12} />
                {m.label}
              </DropdownMenu.Item>
            ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
