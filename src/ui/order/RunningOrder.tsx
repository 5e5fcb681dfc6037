import { useVirtualizer } from '@tanstack/react-virtual'
import { ChevronDown, ChevronLeft, Plus } from 'lucide-react'
import { useEffect, useMemo, useRef, useState, type ReactNode } from 'react'
import { MOMENT_LISTS, momentKind } from '@/core/moments'
import { runningOrder, withRuns, type OrderLine, type OrderRow } from '@/core/order'
import { useDesk } from '../state/desk'
import { keyOf, runCommand } from '../commands/commands'
import { IconButton } from '../kit/button'
import { OrderRowView, RunView } from './OrderRowView'
import { TakePointer } from './TakePointer'
import { inWords } from '../../words/words'
import { Menu, MenuTick } from '../kit/menu'

/** What can be shown or left out. */
const SORTS = MOMENT_LISTS.map((id) => ({ id, label: inWords(`momentLists.${id}`) }))
const LEFT_OUT = 'vane-order-left-out'
function leftOutBefore(): string[] {
  try {
    return JSON.parse(localStorage.getItem(LEFT_OUT) ?? '[]') as string[]
  } catch {
    return []
  }
}
const keyOfLine = (l: OrderLine): string => ('run' in l ? `run ${l.run[0]!.moment.id}` : l.row.moment.id)
const holds = (l: OrderLine, id: string | null): boolean =>
  'run' in l ? l.run.some((r) => r.moment.id === id) : l.row.moment.id === id
const ROW_PX = 31

/** What is left out of the running order, as this browser remembers it. */
function useLeftOut(): { leftOut: readonly string[]; toggle: (id: string) => void } {
  const [leftOut, setLeftOut] = useState<string[]>(leftOutBefore)
  const toggle = (id: string) => {
    const next = leftOut.includes(id) ? leftOut.filter((x) => x !== id) : [...leftOut, id]
    setLeftOut(next)
    try {
      localStorage.setItem(LEFT_OUT, JSON.stringify(next))
    } catch {
      /* it is remembered while the page is open */
    }
  }
  return { leftOut, toggle }
}

/** The rows that are looked for and not left out; a row on which something hangs is never left out. */
function useInSight(rows: readonly OrderRow[], leftOut: readonly string[], term: string): OrderRow[] {
  return useMemo(() => {
    const found = (r: OrderRow) =>
      r.label.toLowerCase().includes(term) || r.elements.some((x) => x.element.name.toLowerCase().includes(term))
    const isLeftOut = (r: OrderRow) => leftOut.includes(momentKind(r.moment).listed!) && r.elements.length === 0
    return rows.filter((r) => !isLeftOut(r) && (!term || found(r)))
  }, [rows, leftOut, term])
}

/** The moments and spoken phrases in time order, with the elements that hang on each. */
export function RunningOrder() {
  // As it was before a drag that is under way: what happens in the sources does not change meanwhile.
  const timed = useDesk((b) => b.timed)
  const [search, setSearch] = useState('')
  const { leftOut, toggle } = useLeftOut()
  const rows = useMemo(() => runningOrder(timed), [timed])
  const term = search.trim().toLowerCase()
  const inSight = useInSight(rows, leftOut, term)
  return (
    <section
      aria-label={inWords('order.runningOrder')}
      className="flex h-full min-h-0 flex-col border-r border-edge bg-sheet"
      data-order
    >
      <header className="flex items-center justify-between pt-2 pr-1.5 pl-3">
        <h2 className="flex-1 font-head text-[15px]">{inWords('order.runningOrder')}</h2>
        <IconButton label={inWords('order.setAMomentAtThe')} keys={keyOf('mark')} onClick={() => runCommand('mark')}>
          <Plus size={15} />
        </IconButton>
        <IconButton
          label={inWords('order.putTheRunningOrderAway')}
          keys={keyOf('pane-order')}
          onClick={() => runCommand('pane-order')}
        >
          <ChevronLeft size={15} />
        </IconButton>
      </header>
      <div className="flex gap-1.5 px-3 pt-1 pb-2">
        <input
          type="search"
          aria-label={inWords('order.findInTheRunningOrder')}
          placeholder={inWords('order.find')}
          value={search}
          onChange={(e) => setSearch(e.target.value)}
          onKeyDown={(e) => e.stopPropagation()}
          className="min-w-0 flex-1 rounded border border-edge bg-card px-2 py-0.5 outline-none focus:border-accent"
        />
        <Sorts rows={rows} leftOut={leftOut} onToggle={toggle} />
      </div>
      <TakePointer />
      <Lines inSight={inSight} term={term}>
        {inSight.length === 0 && <Empty isLeftOut={rows.length > 0} />}
      </Lines>
    </section>
  )
}

/** Which sorts of moment are shown, with how many there are of each. */
function Sorts({
  rows,
  leftOut,
  onToggle,
}: {
  rows: readonly OrderRow[]
  leftOut: readonly string[]
  onToggle: (id: string) => void
}) {
  const counts = useMemo(
    () => SORTS.map((s) => ({ ...s, count: rows.filter((r) => momentKind(r.moment).listed === s.id).length })),
    [rows],
  )
  return (
    <Menu
      className="min-w-52"
      from={
        <button
          type="button"
          aria-label={inWords(
            'order.kindsOfMomentAreShown',
            leftOut.length ? inWords('order.some') : inWords('order.all'),
          )}
          className="flex h-6.5 items-center gap-1 rounded border border-edge bg-card px-1.5"
        >
          {leftOut.length ? inWords('order.some') : inWords('order.all')}
          <ChevronDown size={12} />
        </button>
      }
    >
      {counts.map((s) => (
        <MenuTick key={s.id} checked={!leftOut.includes(s.id)} onCheckedChange={() => onToggle(s.id)}>
          {s.label}
          <span className="figures ml-auto pl-4 text-xs text-muted">{s.count}</span>
        </MenuTick>
      ))}
    </Menu>
  )
}

/** The lines that are in sight of the list; what is now is scrolled to. */
function Lines({ inSight, term, children }: { inSight: readonly OrderRow[]; term: string; children: ReactNode }) {
  const chosen = useDesk((b) => b.moment)
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set())
  const box = useRef<HTMLDivElement>(null)
  // What is looked for stands alone, and so does what a person opened.
  const lines = useMemo(
    () =>
      withRuns(inSight).flatMap((l): OrderLine[] =>
        'run' in l && (term || holds(l, chosen) || opened.has(l.run[0]!.moment.id))
          ? l.run.map((row) => ({ row }))
          : [l],
      ),
    [inSight, term, chosen, opened],
  )
  const now = useDesk(
    (b) => inSight.findLast((r) => r.moment.frame !== null && r.moment.frame <= b.playhead)?.moment.id ?? null,
  )
  // oxlint-disable-next-line react/incompatible-library -- the list is drawn anew whenever it scrolls, which is meant
  const list = useVirtualizer({
    count: lines.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_PX,
    overscan: 10,
    getItemKey: (i) => keyOfLine(lines[i]!),
  })
  const at = lines.findIndex((l) => holds(l, now))
  useEffect(() => {
    if (at < 0 || document.activeElement?.closest('[data-order]')) return
    const seen = list.getVirtualItems().find((v) => v.index === at)
    const top = box.current!.scrollTop
    if (!seen || seen.start < top || seen.start > top + box.current!.clientHeight - 60)
      list.scrollToIndex(at, { align: 'center' })
  }, [at, list])
  return (
    <div
      ref={box}
      data-testid="order-list"
      className="thin-scroll min-h-0 flex-1 overflow-auto border-t border-edge"
      tabIndex={-1}
    >
      <ol className="relative" style={{ height: list.getTotalSize() + 24 }} aria-label={inWords('common.moments')}>
        {list.getVirtualItems().map((v) => {
          const line = lines[v.index]!
          return (
            <li
              key={v.key}
              ref={list.measureElement}
              data-index={v.index}
              data-row={'row' in line ? line.row.moment.id : undefined}
              aria-setsize={lines.length}
              aria-posinset={v.index + 1}
              className="absolute inset-x-0"
              style={{ top: v.start }}
            >
              <Line line={line} now={now} onOpen={(id) => setOpened(new Set([...opened, id]))} />
            </li>
          )
        })}
      </ol>
      {children}
    </div>
  )
}
function Line({ line, now, onOpen }: { line: OrderLine; now: string | null; onOpen: (first: string) => void }) {
  const chosen = useDesk((b) => b.moment)
  if ('run' in line)
    return (
      <RunView
        run={line.run}
        label={line.label}
        isNow={holds(line, now)}
        onOpen={() => onOpen(line.run[0]!.moment.id)}
      />
    )
  const { id } = line.row.moment
  return <OrderRowView row={line.row} isChosen={id === chosen} isNow={id === now} />
}
const Empty = ({ isLeftOut }: { isLeftOut: boolean }) => (
  <p className="p-3 text-muted">
    {isLeftOut ? (
      inWords('order.nothingHereHasThisIn')
    ) : (
      <>
        {inWords('order.noMomentsYetBringIn')}{' '}
        <kbd className="rounded border border-edge bg-card px-1 font-code">M</kbd>.
      </>
    )}
  </p>
)
