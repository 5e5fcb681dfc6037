'use client'

import { addressOf } from '@/contract/route'

import { ROUTES, type LessonRow } from '@/contract/routes'
import { Copy, Plus, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useRef, useState } from 'react'
import { toast } from 'sonner'
import { UNNAMED } from '@/core/lesson/make'
import { lengthText } from '@/core/time'
import { ask, sentenceOf } from '../kit/api'
import { Button, IconButton } from '../kit/button'
import { useNews } from '../kit/news'
import { Tips } from '../kit/tips'
import { FromTemplate } from './FromTemplate'
import { PageHead } from '../kit/pageHead'
import { SearchBox } from '../kit/searchBox'
import { inWords } from '../../words/words'

/** A lesson as the library lists it. */
const WHEN = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' })

/** An icon that stands on every card is drawn once, and used. */
const Drawn = ({ id }: { id: string }) => (
  <svg width="14" height="14" aria-hidden>
    <use href={`#${id}`} />
  </svg>
)

/** The lessons that are listed, and what can be done with them; `first`: what the page came with. */
function useLessons(first: LessonRow[] | null) {
  const router = useRouter()
  const [rows, setRows] = useState(first)
  const [search, setSearch] = useState('')
  const [trouble, setTrouble] = useState<string | null>(null)
  const load = useCallback(
    () =>
      void ask(ROUTES.listLessons, { query: { search } }).then(
        (r) => {
          setRows(r)
          setTrouble(null)
        },
        (e: unknown) => setTrouble(sentenceOf(e)),
      ),
    [search],
  )
  const listed = useRef(first ? '' : null)
  useEffect(() => {
    if (listed.current === search) return
    listed.current = search
    const t = setTimeout(load, search ? 200 : 0)
    return () => clearTimeout(t)
  }, [load, search])
  useNews((n) => {
    if (n.about === 'lesson') load()
  }, load)
  const tell = (e: unknown) => void toast.error(sentenceOf(e))
  const make = () =>
    void ask(ROUTES.makeLesson, { body: { name: UNNAMED } }).then(({ id }) => router.push(`/lessons/${id}`), tell)
  const [loading, setLoading] = useState(false)
  const demo = () => {
    setLoading(true)
    void ask(ROUTES.makeLesson, { body: { demo: true } })
      .then(load, tell)
      .finally(() => setLoading(false))
  }
  const copy = (r: LessonRow) =>
    void ask(ROUTES.makeLesson, { body: { copyOf: r.id } }).then(() => {
      load()
      toast(inWords('lessons.isDuplicated', r.name))
    }, tell)
  const putAway = (r: LessonRow, removed: boolean) =>
    ask(ROUTES.removeLesson, { at: { id: r.id }, body: { removed } }).then(load)
  const remove = (r: LessonRow) =>
    void putAway(r, true).then(
      () =>
        toast(inWords('lessons.isRemoved', r.name), {
          duration: 12_000,
          action: { label: inWords('lessons.putItBack'), onClick: () => void putAway(r, false).catch(tell) },
        }),
      tell,
    )
  return { rows, search, setSearch, trouble, make, demo, loading, copy, remove }
}

/**
 * The library of lessons; it comes with those that there were when its page was made, null when they could not be
 * listed.
 */
export function Lessons({ first }: { first: LessonRow[] | null }) {
  const { rows, search, setSearch, trouble, make, demo, loading, copy, remove } = useLessons(first)
  return (
    <>
      <PageHead here="lessons">
        <SearchBox
          label={inWords('lessons.searchTheLessons')}
          value={search}
          onChange={setSearch}
          className="w-64 py-1"
        />
        <FromTemplate />
        <Button look="main" onClick={make}>
          <Plus size={14} />
          {inWords('lessons.newLesson')}
        </Button>
      </PageHead>
      <svg className="hidden" aria-hidden>
        <symbol id="copy" viewBox="0 0 24 24">
          <Copy size={24} />
        </symbol>
        <symbol id="remove" viewBox="0 0 24 24">
          <Trash2 size={24} />
        </symbol>
      </svg>
      <main className="mx-auto max-w-[1160px] px-6 py-6">
        {trouble && (
          <p role="alert" className="mb-4 rounded border border-accent bg-accent-wash p-3">
            {trouble}
          </p>
        )}
        {rows?.length === 0 && !trouble && search && (
          <p className="mt-16 text-center text-lg text-muted">{inWords('lessons.noLessonHasInIts', search)}</p>
        )}
        {rows?.length === 0 && !trouble && !search && <NoLessons onMake={make} onDemo={demo} loading={loading} />}
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(260px,1fr))] gap-5">
          {rows?.map((r) => (
            <LessonCard key={r.id} of={r} onCopy={() => copy(r)} onRemove={() => remove(r)} />
          ))}
        </ul>
      </main>
      <Tips />
    </>
  )
}

const NoLessons = ({ onMake, onDemo, loading }: { onMake: () => void; onDemo: () => void; loading: boolean }) => (
  <div className="mx-auto mt-16 max-w-[460px] text-center">
    <p className="mb-4 text-lg">{inWords('lessons.thereIsNoLessonYet')}</p>
    <p className="mb-5 text-muted">{inWords('lessons.makeOneAndDropA')}</p>
    <div className="flex justify-center gap-2">
      <Button look="main" onClick={onMake}>
        <Plus size={14} />
        {inWords('lessons.newLesson')}
      </Button>
      <Button disabled={loading} onClick={onDemo}>
        {loading ? inWords('lessons.loadingTheDemo') : inWords('lessons.loadTheDemoLesson')}
      </Button>
    </div>
  </div>
)

function LessonCard({ of: r, onCopy, onRemove }: { of: LessonRow; onCopy: () => void; onRemove: () => void }) {
  return (
    <li
      className={
        'group overflow-hidden rounded-md border border-edge bg-card ' +
        '[contain-intrinsic-size:auto_210px] [content-visibility:auto] hover:border-edge-strong'
      }
      data-lesson={r.name}
    >
      <Link href={`/lessons/${r.id}`} prefetch={false} className="block">
        <span className="grid aspect-video place-items-center bg-surround">
          {r.frames > 1 || r.elements > 0 ? (
            <img
              src={addressOf(ROUTES.poster, { at: { id: r.id }, query: { revision: r.revision } })}
              alt=""
              className="size-full object-contain"
              loading="lazy"
            />
          ) : (
            <span className="text-[#cfc8bb]">{inWords('lessons.noRecordingYet')}</span>
          )}
        </span>
        <span className="block px-3 pt-2 font-head text-[15px]">{r.name}</span>
      </Link>
      <div className="flex items-center px-3 pb-2 text-muted">
        <span className="figures flex-1 text-xs">
          {r.frames > 1 ? lengthText(r.frames, r.rate) : inWords('lessons.empty')} ·{' '}
          {inWords('counts.element', r.elements)}
          <br />
          <time dateTime={r.updatedAt} suppressHydrationWarning>
            {WHEN.format(new Date(r.updatedAt))}
          </time>
        </span>
        <IconButton label={inWords('lessons.duplicate', r.name)} onClick={onCopy}>
          <Drawn id="copy" />
        </IconButton>
        <IconButton label={inWords('lessons.remove', r.name)} onClick={onRemove}>
          <Drawn id="remove" />
        </IconButton>
      </div>
    </li>
  )
}
