import { Trash2 } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES, type Kept } from '@/contract/routes'
import { placeReady, type ReadyThing } from '@/core/edits'
import { SHIPPED_THINGS, type Like, type Shipped } from '@/core/ready'
import { desk, edit, selectAlone, setDesk, useDesk } from '../state/desk'
import { faceFilesIn } from '@/core/lesson/faces'
import { ask, sentenceOf } from '../kit/api'
import { knowFaces } from '../kit/fonts'
import { Button, IconButton } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { useDraft } from '../fields/useDraft'
import { BOX } from '../fields/fields'
import { SearchField } from '../fields/searchField'
import { Thumb } from '../kit/thumb'
import { sampleOf } from './scene'
import { inWords, said } from '../../words/words'

const likeOf = (): Like => {
  const { frame, rate, style } = desk().lesson
  return { frame, rate, style }
}
/** Places a ready thing from the playhead on, or with the chosen moment; what was placed is selected. */
function place(thing: ReadyThing): void {
  const { playhead, moment, lesson } = desk()
  const before = new Set(lesson.elements.map((e) => e.id))
  if (!edit(said('ready.place', thing.name), placeReady(thing, playhead, moment))) return
  const fresh = desk().lesson.elements.filter((e) => !before.has(e.id))
  const whole = fresh.filter((e) => !e.rides?.on || !fresh.some((x) => x.id === e.rides!.on))
  selectAlone(whole.map((e) => e.id))
}

interface Card {
  id: string
  name: string
  about: string
  words: string
  thing: (answer: string) => ReadyThing
  asks?: Shipped['asks']
  kept?: Extract<Kept, { kind: 'ready' }>
}
const slotsOf = ({ slots }: ReadyThing): string =>
  slots.length === 0
    ? inWords('ready.beginsAtThePlayhead')
    : inWords('ready.hangsOn', slots.map((s) => s.label).join(', '))

/** What can be placed: what this team keeps, and what ships; read when the picker opens. */
function useCards(open: boolean) {
  const [kept, setKept] = useState<Extract<Kept, { kind: 'ready' }>[]>([])
  const tell = (e: unknown) => void toast.error(sentenceOf(e))
  const load = () =>
    ask(ROUTES.listKept, { query: { kind: 'ready' } })
      .then(async (list) => {
        const ready = list.flatMap((k) => (k.kind === 'ready' ? [k] : []))
        await knowFaces(faceFilesIn(ready))
        setKept(ready)
      })
      .catch(tell)
  useEffect(() => {
    if (open) void load()
  }, [open])
  const cards = useMemo((): Card[] => {
    if (!open) return []
    const shipped = SHIPPED_THINGS.map((t): Card => ({ ...t, thing: (answer) => t.make(likeOf(), answer) }))
    const own = kept.map((k): Card => ({
      id: k.id,
      name: k.name,
      about: slotsOf(k.doc),
      words: k.doc.words,
      thing: () => k.doc,
      kept: k,
    }))
    return [...own, ...shipped]
  }, [open, kept])
  const letGo = async (card: Card) => {
    try {
      await ask(ROUTES.letGoOf, { at: { id: card.id } })
      setKept((list) => list.filter((k) => k.id !== card.id))
      const back = () =>
        void ask(ROUTES.keep, { body: { kind: 'ready', doc: card.kept!.doc } })
          .then(load)
          .catch(tell)
      toast(inWords('ready.isNotKeptAnyMore', card.name), { action: { label: inWords('common.undo'), onClick: back } })
    } catch (e) {
      tell(e)
    }
  }
  return { cards, letGo }
}

/** Ready things: chosen by their pictures, asked for what they say, and placed in one act. */
export function ReadyPicker() {
  const open = useDesk((b) => b.panel === 'ready')
  const [find, setFind] = useState('')
  const [chosen, setChosen] = useState<Card | null>(null)
  const { cards, letGo } = useCards(open)
  const close = () => {
    setDesk({ panel: 'none' })
    setChosen(null)
    setFind('')
  }
  const sought = find.trim().toLowerCase()
  const shown = cards.filter((c) => `${c.name} ${c.about} ${c.words}`.toLowerCase().includes(sought))
  const placed = (card: Card, answer: string) => {
    place(card.thing(answer))
    close()
  }
  const take = (card: Card) => (card.asks ? setChosen(card) : placed(card, ''))
  return (
    <Dialog
      open={open}
      onOpenChange={(on) => !on && close()}
      title={chosen ? chosen.name : inWords('ready.readyThings')}
      wide
    >
      {chosen ? (
        <Asking card={chosen} onBack={() => setChosen(null)} onPlace={(answer) => placed(chosen, answer)} />
      ) : (
        <>
          <SearchField
            label={inWords('ready.findAReadyThing')}
            value={find}
            onChange={setFind}
            onTake={() => shown[0] && take(shown[0])}
          />
          <ul className="grid grid-cols-3 gap-3">
            {shown.map((card) => (
              <CardItem key={card.id} card={card} onTake={() => take(card)} onLetGo={() => void letGo(card)} />
            ))}
          </ul>
          {shown.length === 0 && <p className="py-6 text-center text-muted">{inWords('ready.noMatchToKeepThings')}</p>}
        </>
      )}
    </Dialog>
  )
}

function CardItem({ card, onTake, onLetGo }: { card: Card; onTake: () => void; onLetGo: () => void }) {
  return (
    <li className="relative">
      <button
        type="button"
        onClick={onTake}
        className="flex h-full w-full flex-col rounded border border-edge bg-card p-2 text-left hover:border-accent"
      >
        <CardPicture card={card} />
        <span className="mt-1.5 block font-semibold">{card.name}</span>
        <span className="block text-xs text-muted">{card.about}</span>
      </button>
      {card.kept && (
        <IconButton
          label={inWords('ready.letGoOf', card.name)}
          className="!absolute right-2 bottom-2"
          onClick={onLetGo}
        >
          <Trash2 size={13} />
        </IconButton>
      )}
    </li>
  )
}

function CardPicture({ card, answer }: { card: Card; answer?: string }) {
  const { lesson, frame } = useMemo(
    () => sampleOf(card.thing(answer ?? card.asks?.usual ?? ''), likeOf()),
    [card, answer],
  )
  return <Thumb lesson={lesson} frame={frame} label={inWords('ready.whatLooksLike', card.name)} />
}

/** What a thing says is asked before it is placed; its picture goes along. */
function Asking({ card, onBack, onPlace }: { card: Card; onBack: () => void; onPlace: (answer: string) => void }) {
  const { label, usual, lines = 1 } = card.asks!
  const { text: answer, write: setAnswer, drop } = useDraft(`ready/${card.id}`, usual)
  const place = () => {
    drop()
    onPlace(answer)
  }
  const ref = useRef<HTMLTextAreaElement & HTMLInputElement>(null)
  useEffect(() => ref.current?.select(), [])
  const field = {
    ref,
    autoFocus: true,
    value: answer,
    'aria-label': label,
    className: `${BOX} w-full !py-1`,
    onChange: (e: { target: { value: string } }) => setAnswer(e.target.value),
    onKeyDown: (e: React.KeyboardEvent) => {
      if (e.key !== 'Enter' || (lines > 1 && !e.ctrlKey && !e.metaKey)) return
      e.preventDefault()
      place()
    },
  }
  return (
    <div className="grid grid-cols-[1fr_300px] gap-4">
      <CardPicture card={card} answer={answer} />
      <div className="space-y-2">
        <p className="text-muted">{card.about}</p>
        <label className="block space-y-1">
          <span>{label}</span>
          {lines > 1 ? <textarea rows={lines + 1} {...field} /> : <input {...field} />}
        </label>
        <div className="flex justify-end gap-2 pt-1">
          <Button onClick={onBack}>{inWords('ready.back')}</Button>
          <Button look="main" onClick={place}>
            {inWords('ready.placeItHere')}
          </Button>
        </div>
      </div>
    </div>
  )
}
