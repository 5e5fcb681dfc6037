import { ChevronRight, Plus } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { ADDABLE_KINDS, kindNamed, kindName } from '@/core/kinds'
import { frameOfHanging, type Hanging, type OrderRow } from '@/core/order'
import { timecode } from '@/core/time'
import { bench, goTo, pickMoment, select, setBench, useBench } from '../bench/store'
import { beginAdding } from '../commands/acts'
import { KindIcon, MomentIcon } from '../kit/kindIcon'
import { MomentPicture } from './MomentPicture'
import { ProposedMarks } from './TakePointer'

const HERE = <span className="absolute inset-y-0 left-0 w-[3px] bg-accent" aria-hidden />
const TIME = 'figures mt-px w-[72px] shrink-0 text-[11px] text-muted'

/** A moment or a phrase, with what hangs on it. */
export function OrderRowView({
  row: { moment: m, label, elements },
  isChosen,
  isNow,
}: {
  row: OrderRow
  isChosen: boolean
  isNow: boolean
}) {
  const lesson = useBench((b) => b.lesson)
  return (
    <div
      className={`group relative border-b border-edge/60 ${isChosen ? 'bg-accent-wash' : isNow ? 'bg-[#f3e8d0]' : ''}`}
    >
      {isNow && HERE}
      <div className="flex items-start">
        <button
          type="button"
          onClick={() => pickMoment(m.id, m.frame)}
          className={
            `flex min-w-0 flex-1 items-start gap-1.5 py-1 pr-1 pl-2.5 ` +
            `text-left ${m.kind === 'chapter' ? 'font-head text-[14px]' : ''}`
          }
        >
          <span className={TIME}>{m.frame === null ? 'cut away' : timecode(m.frame, lesson.rate)}</span>
          <span className="mt-[3px] shrink-0 text-muted">
            <MomentIcon kind={m.kind} size={12} />
          </span>
          <span className={m.frame === null ? 'text-muted line-through' : ''}>
            {m.kind === 'phrase' ? `“${label}”` : label}
          </span>
        </button>
        <MomentPicture moment={m} lesson={lesson} />
        {m.proposed ? (
          <ProposedMarks id={m.id} label={label} confidence={m.confidence ?? 0} />
        ) : (
          <AddHere moment={m.id} frame={m.frame} label={label} />
        )}
      </div>
      {elements.map((h) => (
        <HangingView key={`${h.element.id}${h.side}${h.pose ?? ''}`} hanging={h} />
      ))}
    </div>
  )
}

function HangingView({ hanging }: { hanging: Hanging }) {
  const { element, side, pose } = hanging
  const selected = useBench((b) => b.elements.includes(element.id))
  const go = () => {
    select([element.id])
    goTo(frameOfHanging(bench().timed, hanging))
  }
  return (
    <button
      type="button"
      onClick={go}
      className={
        `flex min-h-[24px] w-full items-center gap-1.5 py-0.5 pr-2 pl-[79px] text-left hover:bg-black/5 ` +
        `${selected ? 'font-semibold text-accent-deep' : ''}`
      }
    >
      <KindIcon kind={kindName(element)} size={12} />
      <span className="truncate">{element.name}</span>
      <span className="ml-auto shrink-0 text-[11px] text-muted">
        {pose !== undefined ? `to pose ${pose + 1}` : side === 'start' ? 'starts' : 'ends'}
      </span>
    </button>
  )
}

/** A run of quiet moments as one line. */
export function RunView({
  run,
  label,
  isNow,
  onOpen,
}: {
  run: readonly OrderRow[]
  label: string
  isNow: boolean
  onOpen: () => void
}) {
  const rate = useBench((b) => b.lesson.rate)
  return (
    <div data-run={run.length} className={`relative border-b border-edge/60 ${isNow ? 'bg-[#f3e8d0]' : ''}`}>
      {isNow && HERE}
      <button
        type="button"
        aria-expanded={false}
        onClick={onOpen}
        className={
          'flex min-h-[24px] w-full items-center gap-1.5 py-0.5 pr-2 pl-2.5 ' +
          'text-left text-[12px] text-muted hover:bg-black/5'
        }
      >
        <span className={TIME}>{timecode(run[0]!.moment.frame ?? 0, rate)}</span>
        <ChevronRight size={12} className="shrink-0" />
        {label}
      </button>
    </div>
  )
}

function AddHere({ moment, frame, label }: { moment: string; frame: number | null; label: string }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <button
          type="button"
          aria-label={`Add an element at ${label}`}
          className={
            'mr-0.5 grid size-[24px] shrink-0 place-items-center rounded text-muted opacity-50 ' +
            'group-hover:opacity-100 hover:bg-black/10 focus-visible:opacity-100'
          }
        >
          <Plus size={13} />
        </button>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-50 min-w-36 rounded border border-edge-strong bg-sheet p-1 shadow-lg"
        >
          {ADDABLE_KINDS.map((k) => (
            <DropdownMenu.Item
              key={k}
              className={
                'flex cursor-pointer items-center gap-2 rounded px-2 py-1 ' +
                'outline-none data-[highlighted]:bg-accent-wash'
              }
              onSelect={() => {
                setBench({ moment, elements: [] })
                if (frame !== null) goTo(frame)
                beginAdding(k)
                if (bench().adding) setBench({ adding: { ...bench().adding!, moment } })
              }}
            >
              <KindIcon kind={k} />
              {kindNamed(k).title}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
