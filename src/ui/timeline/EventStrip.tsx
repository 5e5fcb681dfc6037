import { useMemo, useRef } from 'react'
import { moveMoment } from '@/core/edits'
import { clipEnd } from '@/core/lesson/clips'
import type { Catch, Placed } from '@/core/moments'
import { bench, edit, pickMoment, tryEdit, useBench, useShown } from '../bench/store'
import { MomentIcon } from '../kit/kindIcon'
import { HEAD_PX, useView } from './view'
import { Wave } from './Wave'

const NEAR_PX = 9

/** Clicks, keys, marks and chapters on one line; on the other the words, under the waveform they are spoken in. */
export function EventStrip({ from, to, catching, frameAt }: { from: number; to: number; catching: Catch | null; frameAt: (x: number) => number }) {
  const timed = useShown()
  const { pxPerFrame } = useView()
  const chosen = useBench((b) => b.moment)
  const drag = useRef<{ id: string; frame: number } | null>(null)
  const all = useMemo(() => [...timed.moments.values()].filter((m) => m.frame !== null).sort((a, b) => a.frame! - b.frame!), [timed])
  const inSight = all.filter((m) => (m.untilFrame ?? m.frame!) >= from && m.frame! <= to)
  const chapters = inSight.filter((m) => m.kind === 'chapter')
  const words = inSight.filter((m) => m.kind === 'word')
  const events: Placed[] = []
  let last = -Infinity
  for (const m of inSight) {
    if (['chapter', 'word', 'phrase', 'cut', 'lesson'].includes(m.kind)) continue
    const x = m.frame! * pxPerFrame
    if (m.kind === 'key' && x - last < NEAR_PX && m.id !== chosen) continue
    last = x
    events.push(m)
  }
  const spoken = timed.lesson.clips.filter((c) => (timed.lesson.media[c.media]?.words.length ?? 0) > 0 && clipEnd(c) >= from && c.at <= to)
  const pick = (m: Placed) => pickMoment(m.id, m.frame)
  return (
    <>
      <div className="flex h-4 border-t border-edge">
        <div className="sticky left-0 z-10 shrink-0 bg-sheet pl-3 text-[11px] leading-4 text-muted" style={{ width: HEAD_PX }}>Chapters</div>
        <div className="relative flex-1 overflow-hidden" data-lane="chapters">
          {chapters.map((m) => (
            <button key={m.id} type="button" data-moment={m.id} title={`Chapter: ${m.label}`} onClick={() => pick(m)} className={`absolute inset-y-0 truncate border-l-2 pl-1 text-left text-[11px] leading-4 ${m.id === chosen ? 'border-accent bg-accent-wash' : 'border-edge-strong text-muted'}`} style={{ left: m.frame! * pxPerFrame, width: Math.max(14, ((m.untilFrame ?? m.frame!) - m.frame!) * pxPerFrame) }}>
              <span className="sr-only">Chapter </span>{((m.untilFrame ?? 0) - m.frame!) * pxPerFrame > 70 ? m.label : ''}
            </button>
          ))}
        </div>
      </div>
      <div className="flex h-[22px] border-t border-edge">
        <div className="sticky left-0 z-10 shrink-0 bg-sheet pl-3 leading-[22px] text-muted" style={{ width: HEAD_PX }}>Moments</div>
        <div className="relative flex-1 overflow-hidden" data-lane="moments">
          {events.map((m) => (
            <button
              key={m.id} type="button" data-moment={m.id} aria-label={m.label} title={m.label}
              className={`absolute top-0.5 grid size-[18px] -translate-x-1/2 place-items-center rounded-full border ${m.id === chosen ? 'border-accent bg-accent text-white' : catching?.moment.id === m.id ? 'border-good bg-good text-white' : m.kind === 'click' ? 'border-ink bg-ink text-paper' : 'border-edge-strong bg-card text-ink'}`}
              style={{ left: m.frame! * pxPerFrame }} onClick={() => pick(m)}
              onPointerDown={(e) => { if (!m.byHand) return; e.currentTarget.setPointerCapture(e.pointerId); drag.current = { id: m.id, frame: m.frame! } }}
              onPointerMove={(e) => {
                if (!drag.current) return
                const f = Math.max(0, frameAt(e.clientX))
                if (f !== drag.current.frame) { drag.current.frame = f; tryEdit(moveMoment(drag.current.id, f)) }
              }}
              onPointerUp={() => { const d = drag.current; drag.current = null; if (d && bench().live) edit(`Move the moment “${m.label}”`, moveMoment(d.id, d.frame)) }}
            ><MomentIcon kind={m.kind} size={11} /></button>
          ))}
        </div>
      </div>
      <div className="flex h-9 border-t border-edge">
        <div className="sticky left-0 z-10 shrink-0 bg-sheet pl-3 leading-9 text-muted" style={{ width: HEAD_PX }}>Words</div>
        <div className="relative flex-1 overflow-hidden" data-lane="words">
          {spoken.map((c) => <div key={c.id} className="absolute top-0 h-4" style={{ left: c.at * pxPerFrame }}><Wave clip={c} height={16} from={from} to={to} colour="#a8977a" /></div>)}
          {words.map((w, i) => {
            const next = words[i + 1]
            const room = ((next?.frame ?? w.untilFrame ?? w.frame! + 30) - w.frame!) * pxPerFrame
            return (
              <button key={w.id} type="button" title={w.label} data-moment={w.id} onClick={() => pick(w)} className={`absolute top-4 h-5 truncate rounded-sm border-l px-0.5 text-left text-[11px] leading-5 ${w.id === chosen ? 'border-accent bg-accent text-white' : catching?.moment.id === w.id ? 'border-good bg-good text-white' : 'border-edge-strong hover:bg-black/5'}`} style={{ left: w.frame! * pxPerFrame, width: Math.max(2, room - 1) }}>
                {room > 13 ? w.label : ''}
              </button>
            )
          })}
          {spoken.length === 0 && <span className="absolute left-2 leading-9 text-muted">No words yet: bring in captions (WebVTT, SRT) with the narration.</span>}
        </div>
      </div>
    </>
  )
}
