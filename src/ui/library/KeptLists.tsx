import { Plus, Share, Trash2 } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES, type Keep, type Kept } from '@/contract/routes'
import { faceFilesIn } from '@/core/lesson/faces'
import type { Lesson } from '@/core/lesson/schema'
import { SHIPPED_THINGS, shippedTemplates } from '@/core/ready'
import { emptyLesson } from '@/core/lesson/make'
import { USUAL_STYLE } from '@/core/styles'
import { ask, sentenceOf } from '../kit/api'
import { Button, IconButton } from '../kit/button'
import { knowFaces } from '../kit/fonts'
import { Thumb } from '../kit/thumb'
import { sampleOf } from '../ready/scene'
import { give } from './given'
import { inWords } from '../../words/words'

const LIKE = { ...emptyLesson('Sample'), style: USUAL_STYLE }

interface Card {
  id: string
  name: string
  about: string
  lesson: Lesson
  frame: number
  kept: Kept | null
}
const kinds = { ready: inWords('library.readyThings'), template: inWords('library.lessonTemplates') } as const
type Kind = keyof typeof kinds

const asCard = (k: Kept): Card | null => {
  if (k.kind === 'ready') {
    const { lesson, frame } = sampleOf(k.doc, LIKE)
    const n = k.doc.slots.length
    const about =
      n === 0
        ? inWords('library.standsByItself')
        : n === 1
          ? inWords('library.hangsOnAMoment')
          : inWords('library.hangsOnMoments', n)
    return { id: k.id, name: k.name, about, lesson, frame, kept: k }
  }
  return k.kind === 'template'
    ? { id: k.id, name: k.name, about: k.doc.about, lesson: k.doc.lesson, frame: 60, kept: k }
    : null
}
const shippedCards = (kind: Kind): Card[] =>
  kind === 'ready'
    ? SHIPPED_THINGS.map((t) => ({
        id: t.id,
        name: t.name,
        about: t.about,
        ...sampleOf(t.make(LIKE, t.asks?.usual ?? ''), LIKE),
        kept: null,
      }))
    : shippedTemplates().map((t) => ({ ...t, frame: 60, kept: null }))

async function keptOf(kind: Kind): Promise<readonly Kept[]> {
  const list = await ask(ROUTES.listKept, { query: { kind } })
  await knowFaces(faceFilesIn(list))
  return list
}

/** What is kept of a kind, that of the team first: given to others, let go of; templates are begun with. */
export function KeptList({ kind, search, version }: { kind: Kind; search: string; version: number }) {
  const router = useRouter()
  const [kept, setKept] = useState<readonly Kept[]>([])
  const load = useCallback(() => keptOf(kind).then(setKept, (e: unknown) => void toast.error(sentenceOf(e))), [kind])
  useEffect(() => {
    void load()
  }, [load, version])
  const shipped = useMemo(() => shippedCards(kind), [kind])
  const sought = search.trim().toLowerCase()
  const cards = [...kept.flatMap((k) => asCard(k) ?? []), ...shipped].filter((c) =>
    `${c.name} ${c.about}`.toLowerCase().includes(sought),
  )
  const letGo = async (card: Card) => {
    try {
      await ask(ROUTES.letGoOf, { at: { id: card.id } })
      await load()
      toast(inWords('library.isNotKeptAnyMore', card.name), {
        action: {
          label: inWords('common.undo'),
          onClick: () =>
            void ask(ROUTES.keep, { body: { kind: card.kept!.kind, doc: card.kept!.doc } as Keep })
              .then(load)
              .catch((e: unknown) => void toast.error(sentenceOf(e))),
        },
      })
    } catch (e) {
      toast.error(sentenceOf(e))
    }
  }
  const begin = async (template: string) => {
    try {
      router.push(`/lessons/${(await ask(ROUTES.makeLesson, { body: { template } })).id}`)
    } catch (e) {
      toast.error(sentenceOf(e))
    }
  }
  if (cards.length === 0) return null
  return (
    <section aria-label={kinds[kind]}>
      <h2 className="mb-2 font-head text-lg">{kinds[kind]}</h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(210px,1fr))] gap-4">
        {cards.map((card) => (
          <li key={card.id} className="flex flex-col rounded border border-edge bg-card p-2">
            <Thumb lesson={card.lesson} frame={card.frame} label={inWords('library.whatLooksLike', card.name)} />
            <span className="mt-1.5 font-semibold">{card.name}</span>
            <span className="flex-1 text-xs text-muted">{card.about}</span>
            <span className="mt-1 flex items-center gap-1">
              {kind === 'template' && (
                <Button onClick={() => void begin(card.id)}>
                  <Plus size={13} />
                  {inWords('library.beginALesson')}
                </Button>
              )}
              <span className="flex-1" />
              {card.kept && (
                <>
                  <IconButton
                    label={inWords('library.saveAsAFileFor', card.name)}
                    onClick={() => void give(card.id, card.name)}
                  >
                    <Share size={14} />
                  </IconButton>
                  <IconButton label={inWords('library.letGoOf', card.name)} onClick={() => void letGo(card)}>
                    <Trash2 size={14} />
                  </IconButton>
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
