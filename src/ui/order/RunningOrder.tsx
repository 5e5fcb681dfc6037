import { Check, ChevronDown, ChevronRight, Plus } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useEffect, useMemo, useRef, useState } from 'react'
import { ELEMENT_KINDS, kindNamed } from '@/core/elements'
import type { CatalogueKind } from '@/core/moments'
import { frameOfHanging, runningOrder, withRuns } from '@/core/order'
import { timecode } from '@/core/time'
import { bench, goTo, pickMoment, select, setBench, useBench, useShown } from '../bench/store'
import { beginAdding, keyOf, runCommand } from '../commands/commands'
import { IconButton } from '../kit/button'
import { KindIcon, MomentIcon } from '../kit/kindIcon'
import { MomentPicture } from './MomentPicture'
import { ProposedMarks, TakePointer } from './TakePointer'

/** What can be shown or left out, each with the kinds of moment it stands for. */
const SORTS: { id: string; label: string; kinds: CatalogueKind[] }[] = [
  { id: 'clicks', label: 'Clicks and drags', kinds: ['click', 'drag'] }, { id: 'keys', label: 'Keys and typing', kinds: ['key', 'typing'] }, { id: 'words', label: 'Spoken phrases', kinds: ['phrase'] },
  { id: 'hand', label: 'Moments set by hand', kinds: ['mark'] }, { id: 'chapters', label: 'Chapters', kinds: ['chapter'] }, { id: 'scrolls', label: 'Scrolls', kinds: ['scroll'] },
  { id: 'screen', label: 'Changes on screen', kinds: ['screen'] }, { id: 'rests', label: 'Rests of the pointer', kinds: ['rest'] },
]
const LEFT_OUT = 'vane-order-left-out'
function leftOutBefore(): string[] {
  try { return JSON.parse(localStorage.getItem(LEFT_OUT) ?? '[]') as string[] } catch { return [] }
}

/** The moments and spoken phrases in time order, with the elements that hang on each. */
export function RunningOrder() {
  const timed = useShown()
  const chosen = useBench((b) => b.moment)
  const selected = useBench((b) => b.elements)
  const [search, setSearch] = useState('')
  const [leftOut, setLeftOut] = useState<string[]>(leftOutBefore)
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set())
  const list = useRef<HTMLOListElement>(null)
  const rows = useMemo(() => runningOrder(timed), [timed])
  const term = search.trim().toLowerCase()
  const counts = useMemo(() => SORTS.map((s) => ({ ...s, count: rows.filter((r) => s.kinds.includes(r.moment.kind)).length })), [rows])
  const hidden = new Set(SORTS.filter((s) => leftOut.includes(s.id)).flatMap((s) => s.kinds))
  const toggle = (id: string) => {
    const next = leftOut.includes(id) ? leftOut.filter((x) => x !== id) : [...leftOut, id]
    setLeftOut(next)
    try { localStorage.setItem(LEFT_OUT, JSON.stringify(next)) } catch { /* it is remembered while the page is open */ }
  }
  const inSight = rows.filter((r) => (!hidden.has(r.moment.kind) || r.elements.length > 0) && (!term || r.label.toLowerCase().includes(term) || r.elements.some((x) => x.element.name.toLowerCase().includes(term))))
  const now = useBench((b) => inSight.findLast((r) => r.moment.frame !== null && r.moment.frame <= b.playhead)?.moment.id ?? null)
  // What is looked for stands alone, and so does what a person opened.
  const lines = withRuns(inSight).flatMap((l) => ('run' in l && (term || l.run.some((x) => x.moment.id === chosen || opened.has(x.moment.id))) ? l.run.map((row) => ({ row })) : [l]))
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
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="flex items-center gap-1 rounded border border-edge bg-card px-1.5">{leftOut.length ? 'Some' : 'All'}<ChevronDown size={12} /></DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" className="z-50 min-w-52 rounded border border-edge-strong bg-sheet p-1 shadow-xl" aria-label="What is shown">
              {counts.map((s) => (
                <DropdownMenu.CheckboxItem key={s.id} checked={!leftOut.includes(s.id)} onCheckedChange={() => toggle(s.id)} onSelect={(e) => e.preventDefault()} className="flex cursor-pointer items-center gap-2 rounded px-2 py-1 outline-none data-[highlighted]:bg-accent-wash">
                  <span className="grid size-4 place-items-center rounded border border-edge-strong bg-card">{!leftOut.includes(s.id) && <Check size={12} />}</span>{s.label}<span className="figures ml-auto pl-4 text-xs text-muted">{s.count}</span>
                </DropdownMenu.CheckboxItem>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
      <TakePointer />
      <ol ref={list} className="thin-scroll min-h-0 flex-1 overflow-auto border-t border-edge pb-6">
        {lines.map((line) => {
          if ('run' in line) {
            const first = line.run[0]!.moment
            const holds = line.run.some((x) => x.moment.id === now)
            return (
              <li key={`run ${first.id}`} data-run={line.run.length} data-row={holds ? now : undefined} className={`relative border-b border-edge/60 ${holds ? 'bg-[#f3e8d0]' : ''}`}>
                {holds && <span className="absolute inset-y-0 left-0 w-[3px] bg-accent" aria-hidden />}
                <button type="button" aria-expanded={false} onClick={() => setOpened(new Set([...opened, first.id]))} className="flex w-full items-center gap-1.5 py-0.5 pr-2 pl-2.5 text-left text-[12px] text-muted hover:bg-black/5"><span className="figures w-[72px] shrink-0 text-[11px]">{timecode(first.frame ?? 0, timed.lesson.rate)}</span><ChevronRight size={12} className="shrink-0" />{line.label}</button>
              </li>
            )
          }
          const r = line.row
          const { moment: m } = r
          const pick = () => pickMoment(m.id, m.frame)
          return (
            <li key={m.id} data-row={m.id} className={`group relative border-b border-edge/60 [contain-intrinsic-size:auto_29px] [content-visibility:auto] ${m.id === chosen ? 'bg-accent-wash' : m.id === now ? 'bg-[#f3e8d0]' : ''}`}>
              {m.id === now && <span className="absolute inset-y-0 left-0 w-[3px] bg-accent" aria-hidden />}
              <div className="flex items-start">
                <button type="button" onClick={pick} className={`flex min-w-0 flex-1 items-start gap-1.5 py-1 pr-1 pl-2.5 text-left ${m.kind === 'chapter' ? 'font-head text-[14px]' : ''}`}>
                  <span className="figures mt-px w-[72px] shrink-0 text-[11px] text-muted">{m.frame === null ? 'cut away' : timecode(m.frame, timed.lesson.rate)}</span>
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
