import { Plus } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useEffect, useMemo, useRef, useState } from 'react'
import { ELEMENT_KINDS, kindNamed } from '@/core/elements'
import type { CatalogueKind } from '@/core/moments'
import { frameOfHanging, runningOrder } from '@/core/order'
import { timecode } from '@/core/time'
import { bench, goTo, pickMoment, select, setBench, useBench, useShown } from '../bench/store'
import { beginAdding, keyOf, runCommand } from '../commands/commands'
import { IconButton } from '../kit/button'
import { KindIcon, MomentIcon } from '../kit/kindIcon'
import { MomentPicture } from './MomentPicture'
import { ProposedMarks, TakePointer } from './TakePointer'

const SHOW: { label: string; kinds: CatalogueKind[] | null }[] = [
  { label: 'All', kinds: null }, { label: 'Clicks', kinds: ['click', 'drag'] }, { label: 'Keys', kinds: ['key', 'typing', 'scroll', 'screen'] }, { label: 'Words', kinds: ['phrase'] }, { label: 'Set by hand', kinds: ['mark', 'chapter'] },
]

/** The moments and spoken phrases in time order, with the elements that hang on each. */
export function RunningOrder() {
  const timed = useShown()
  const chosen = useBench((b) => b.moment)
  const selected = useBench((b) => b.elements)
  const [search, setSearch] = useState('')
  const [show, setShow] = useState(0)
  const list = useRef<HTMLOListElement>(null)
  const rows = useMemo(() => runningOrder(timed), [timed])
  const term = search.trim().toLowerCase()
  const kinds = SHOW[show]!.kinds
  const inSight = rows.filter((r) => (!kinds || kinds.includes(r.moment.kind)) && (!term || r.label.toLowerCase().includes(term) || r.elements.some((x) => x.element.name.toLowerCase().includes(term))))
  const now = useBench((b) => inSight.findLast((r) => r.moment.frame !== null && r.moment.frame <= b.playhead)?.moment.id ?? null)
  useEffect(() => {
    const row = list.current?.querySelector<HTMLElement>(`[data-row="${CSS.escape(now ?? '')}"]`)
    const box = list.current
    if (!row || !box || document.activeElement?.closest('[data-order]')) return
    const top = row.offsetTop - box.offsetTop
    if (top < box.scrollTop || top > box.scrollTop + box.clientHeight - 60) box.scrollTop = top - box.clientHeight / 3
  }, [now])

  return (
    <section aria-label="Running order" className="flex h-full min-h-0 flex-col border-r border-edge bg-sheet" data-order>
      <header className="flex items-center justify-between pt-2 pr-1.5 pl-3">
        <h2 className="font-head text-[15px]">Running order</h2>
        <IconButton label="Set a moment at the playhead" keys={keyOf('mark')} onClick={() => runCommand('mark')}><Plus size={15} /></IconButton>
      </header>
      <div className="flex gap-1.5 px-3 pt-1 pb-2">
        <input type="search" aria-label="Find in the running order" placeholder="Find" value={search} onChange={(e) => setSearch(e.target.value)} onKeyDown={(e) => e.stopPropagation()} className="min-w-0 flex-1 rounded border border-edge bg-card px-2 py-0.5 outline-none focus:border-accent" />
        <select aria-label="Show" value={show} onChange={(e) => setShow(Number(e.target.value))} className="w-[86px] rounded border border-edge bg-card px-1">
          {SHOW.map((s, i) => <option key={s.label} value={i}>{s.label}</option>)}
        </select>
      </div>
      <TakePointer />
      <ol ref={list} className="thin-scroll min-h-0 flex-1 overflow-auto border-t border-edge pb-6">
        {inSight.map((r) => {
          const { moment: m } = r
          const pick = () => pickMoment(m.id, m.frame)
          return (
            <li key={m.id} data-row={m.id} className={`group relative border-b border-edge/60 [contain-intrinsic-size:auto_29px] [content-visibility:auto] ${m.id === chosen ? 'bg-accent-wash' : m.id === now ? 'bg-[#f3e8d0]' : ''}`}>
              {m.id === now && <span className="absolute inset-y-0 left-0 w-[3px] bg-accent" aria-hidden />}
              <div className="flex items-start">
                <button type="button" onClick={pick} className={`flex min-w-0 flex-1 items-start gap-1.5 py-1 pr-1 pl-2.5 text-left ${m.kind === 'chapter' ? 'font-head text-[14px]' : ''}`}>
                  <span className="figures mt-px w-[56px] shrink-0 text-[11.5px] text-muted">{m.frame === null ? 'cut away' : timecode(m.frame, timed.lesson.rate)}</span>
                  <span className="mt-[3px] shrink-0 text-muted"><MomentIcon kind={m.kind} size={12} /></span>
                  <span className={m.frame === null ? 'text-muted line-through' : ''}>{m.kind === 'phrase' ? `“${r.label}”` : r.label}</span>
                </button>
                <MomentPicture moment={m} lesson={timed.lesson} />
                {m.proposed ? <ProposedMarks id={m.id} label={r.label} confidence={m.confidence ?? 0} /> : <AddHere moment={m.id} frame={m.frame} label={r.label} />}
              </div>
              {r.elements.map(({ element, side, pose }) => (
                <button key={`${element.id}${side}${pose ?? ''}`} type="button" onClick={() => { select([element.id]); goTo(frameOfHanging(timed, { element, side, pose })) }} className={`flex w-full items-center gap-1.5 py-0.5 pr-2 pl-[79px] text-left hover:bg-black/5 ${selected.includes(element.id) ? 'font-semibold text-accent-deep' : ''}`}>
                  <KindIcon kind={element.look.kind} size={12} /><span className="truncate">{element.name}</span><span className="ml-auto shrink-0 text-[11px] text-muted">{pose !== undefined ? `to pose ${pose + 1}` : side === 'start' ? 'starts' : 'ends'}</span>
                </button>
              ))}
            </li>
          )
        })}
        {inSight.length === 0 && (
          <li className="p-3 text-muted">{rows.length ? 'Nothing here has this in its name.' : <>No moments yet. Bring in a trace or captions, or set moments by hand while it plays: press <kbd className="rounded border border-edge bg-card px-1 font-code">M</kbd>.</>}</li>
        )}
      </ol>
    </section>
  )
}

function AddHere({ moment, frame, label }: { moment: string; frame: number | null; label: string }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <button type="button" aria-label={`Add an element at ${label}`} className="mt-1 mr-1.5 rounded p-0.5 text-muted opacity-35 group-hover:opacity-100 hover:bg-black/10 focus-visible:opacity-100"><Plus size={13} /></button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="z-50 min-w-36 rounded border border-edge-strong bg-sheet p-1 shadow-lg">
          {ELEMENT_KINDS.map((k) => (
            <DropdownMenu.Item key={k} className="flex cursor-pointer items-center gap-2 rounded px-2 py-1 outline-none data-[highlighted]:bg-accent-wash" onSelect={() => { setBench({ moment, elements: [], clips: [] }); if (frame !== null) goTo(frame); beginAdding(k) ; if (bench().adding) setBench({ adding: { ...bench().adding!, moment } }) }}>
              <KindIcon kind={k} />{kindNamed(k).title}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
