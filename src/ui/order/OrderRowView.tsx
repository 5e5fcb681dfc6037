import { ChevronRight, Pencil, Plus } from 'lucide-react'
import { useState } from 'react'
import { rewrite } from '@/core/edits'
import { kindName } from '@/core/kinds'
import { frameOfHanging, type Hanging, type OrderRow } from '@/core/order'
import { timecode } from '@/core/time'
import { phrases } from '@/core/voice/phrases'
import { begin, desk, edit, goTo, pickMoment, select, setDesk, useDesk } from '../state/desk'
import { beginAdding } from '../commands/acts'
import { WrittenHere } from '../fields/fields'
import { KindIcon, MomentIcon } from '../kit/kindIcon'
import { MomentPicture } from './MomentPicture'
import { ProposedMarks } from './TakePointer'
import { momentKind } from '@/core/moments'
import { inWords, said } from '../../words/words'
import { AddItems, Menu } from '../kit/menu'

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
  const lesson = useDesk((b) => b.lesson)
  const [writing, setWriting] = useState(false)
  const { said, heading } = momentKind(m)
  const written = said === 'phrase' && m.media !== undefined
  return (
    <div
      onDoubleClick={(e) => written && !(e.target as HTMLElement).closest('textarea') && setWriting(true)}
      className={`group relative border-b border-edge/60 ${isChosen ? 'bg-accent-wash' : isNow ? 'bg-[#f3e8d0]' : ''}`}
    >
      {isNow && HERE}
      <div className="flex items-start">
        <button
          type="button"
          onClick={() => pickMoment(m.id, m.frame)}
          onKeyDown={(e) => {
            if (e.key !== 'F2' || !written) return
            e.stopPropagation()
            setWriting(true)
          }}
          className={
            `flex min-w-0 items-start gap-1.5 py-1 pr-1 pl-2.5 ${writing ? 'flex-none' : 'flex-1'} ` +
            `text-left ${heading ? 'font-head text-[14px]' : ''}`
          }
        >
          <span className={TIME}>{m.frame === null ? inWords('order.cutAway') : timecode(m.frame, lesson.rate)}</span>
          {!writing && (
            <span className="mt-[3px] shrink-0 text-muted">
              <MomentIcon kind={m.kind} size={12} />
            </span>
          )}
          {!writing && (
            <span className={m.frame === null ? 'text-muted line-through' : ''}>
              {said === 'phrase' ? `“${label}”` : label}
            </span>
          )}
        </button>
        {writing && <PhraseField media={m.media!} phrase={m.id} text={label} onDone={() => setWriting(false)} />}
        {written && !writing && (
          <button
            type="button"
            aria-label={inWords('order.writeAnew', label)}
            title={inWords('order.writeItAnewDoubleClick')}
            onClick={() => setWriting(true)}
            className={
              'absolute top-[25px] right-0.5 grid size-[24px] place-items-center rounded text-muted opacity-0 ' +
              'group-hover:opacity-100 hover:bg-black/10 focus-visible:opacity-100'
            }
          >
            <Pencil size={12} />
          </button>
        )}
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

/** A phrase of the script as it is written, where it stands: Enter or going elsewhere keeps it, Escape does not. */
function PhraseField({
  media,
  phrase,
  text,
  onDone,
}: {
  media: string
  phrase: string
  text: string
  onDone: () => void
}) {
  const keep = (value: string) => {
    const { lesson } = desk()
    const own = phrases(lesson.media[media]?.words ?? []).find((p) => p.id === phrase)
    if (own && value.trim() !== own.text) edit(said('order.theScriptWrittenAnew'), rewrite(media, own.words, value))
  }
  return (
    <WrittenHere
      label={inWords('order.thePhraseOfTheScript')}
      value={text}
      rows={Math.max(2, Math.ceil(text.length / 24))}
      onChange={keep}
      onEnd={onDone}
      className="my-1 min-w-0 flex-[3] resize-none !px-1 leading-snug"
    />
  )
}

function HangingView({ hanging }: { hanging: Hanging }) {
  const { element, side, pose } = hanging
  const selected = useDesk((b) => b.elements.includes(element.id))
  const go = () => {
    select([element.id])
    goTo(frameOfHanging(desk().timed, hanging))
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
        {pose !== undefined
          ? inWords('order.toPose', pose + 1)
          : inWords(side === 'start' ? 'terms.starts' : 'terms.ends')}
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
  const rate = useDesk((b) => b.lesson.rate)
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
    <Menu
      from={
        <button
          type="button"
          aria-label={inWords('order.addAnElementAt', label)}
          className={
            'mr-0.5 grid size-[24px] shrink-0 place-items-center rounded text-muted opacity-50 ' +
            'group-hover:opacity-100 hover:bg-black/10 focus-visible:opacity-100'
          }
        >
          <Plus size={13} />
        </button>
      }
    >
      <AddItems
        onChoose={(k) => {
          setDesk({ moment, elements: [], swept: null })
          if (frame !== null) goTo(frame)
          beginAdding(k)
          const { doing } = desk()
          if (doing.do === 'add') begin({ ...doing, moment })
        }}
      />
    </Menu>
  )
}
