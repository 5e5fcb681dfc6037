import { Pin, X } from 'lucide-react'
import { useRef, useState } from 'react'
import { toast } from 'sonner'
import { pinTo, type PinPlace } from '@/core/edits'
import { sourceUsAt, takeAt, fitRect } from '@/core/lesson/clips'
import type { Element } from '@/core/lesson/schema'
import { frameBoxOf } from '@/core/scene'
import { boundsOf, type Rect } from '@/core/scene/geometry'
import { timecode } from '@/core/time'
import { edit, useShown } from '../bench/store'
import { Button } from '../kit/button'
import { sentenceOf } from '../kit/api'
import { Section } from './Section'

const LARGEST = 360
/** Around a callout's tip this much is looked at, in pixels of the frame. */
const TIP = { w: 180, h: 70 }

/** Pins an element to what lies under it in the take, so that it goes along when the page scrolls or the window moves. */
export function PinSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const [busy, setBusy] = useState(false)
  const stop = useRef<AbortController | null>(null)
  const span = timed.spans.get(e.id)!
  const clip = takeAt(timed.lesson, span.from)
  const medium = clip && timed.lesson.media[clip.media]
  if (!clip || !medium || medium.kind !== 'take') return null
  const pin = async () => {
    const { frame, rate } = timed.lesson
    const base = { ...e, poses: [] }
    const plainTimed = { ...timed, lesson: { ...timed.lesson, elements: timed.lesson.elements.map((x) => (x.id === e.id ? base : x)) } }
    const { matrix, box } = frameBoxOf(plainTimed, base, span.from, false)
    let r: Rect = boundsOf(matrix, box)
    if (e.look.kind === 'callout' && e.look.tip) r = { x: e.look.tip.x - TIP.w / 2, y: e.look.tip.y - TIP.h / 2, ...TIP }
    if (r.w > LARGEST) r = { ...r, x: r.x + (r.w - LARGEST) / 2, w: LARGEST }
    if (r.h > LARGEST) r = { ...r, y: r.y + (r.h - LARGEST) / 2, h: LARGEST }
    const fit = fitRect(clip.fit, { width: medium.width!, height: medium.height! }, frame)
    const k = medium.width! / fit.w
    const x = Math.max(0, Math.round((r.x - fit.x) * k))
    const y = Math.max(0, Math.round((r.y - fit.y) * k))
    const rect = [x, y, Math.max(8, Math.min(medium.width! - x, Math.round(r.w * k))), Math.max(8, Math.min(medium.height! - y, Math.round(r.h * k)))]
    stop.current = new AbortController()
    setBusy(true)
    try {
      const last = Math.min(span.to, clip.at + clip.length)
      const answer = await fetch(`/api/media/${medium.sha256}/pin`, { method: 'POST', signal: stop.current.signal, headers: { 'content-type': 'application/json' }, body: JSON.stringify({ fromUs: sourceUsAt(clip, span.from, rate), toUs: sourceUsAt(clip, last, rate), rect }) })
      if (!answer.ok) { toast.error(((await answer.json()) as { sentence: string }).sentence); return }
      const places = (await answer.json()) as PinPlace[]
      if (!edit(`Pin “${e.name}” to what it marks`, pinTo(e.id, clip.media, places))) toast('What it marks does not move, so it stays where it is.')
      const lost = places.find((p) => !p.seen)
      const frameAt = (us: number) => clip.at + Math.round(((us - clip.inUs) / 1e6) * (rate.num / rate.den) * (clip.speed.den / clip.speed.num))
      if (lost) toast(`What “${e.name}” marks is out of sight from ${timecode(frameAt(lost.us), rate)}; it is not shown meanwhile.`, { duration: 9000 })
    } catch (error) {
      if (!stop.current.signal.aborted) toast.error(sentenceOf(error))
    } finally { setBusy(false) }
  }
  return (
    <Section title="Pinned" folds="shut">
      <p className="text-muted">It goes along with what it marks when the page scrolls or the window moves, and is not shown while that is out of sight.</p>
      {busy
        ? <div className="flex items-center gap-2" role="status"><span className="flex-1">Following what it marks …</span><button type="button" aria-label="Stop following" className="rounded p-0.5 hover:bg-black/10" onClick={() => stop.current?.abort()}><X size={14} /></button></div>
        : <Button onClick={() => void pin()}><Pin size={13} />Pin it to what it marks</Button>}
    </Section>
  )
}
