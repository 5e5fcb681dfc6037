import { Layers } from 'lucide-react'
import { useEffect, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES, type LessonRow } from '@/contract/routes'
import { placeLesson } from '@/core/edits'
import { LESSON_VERSION as format } from '@/core/lesson/schema'
import { lengthText } from '@/core/time'
import { desk, edit, freshId, select, setDesk, useDesk } from '../state/desk'
import { ask, sentenceOf } from '../kit/api'
import { Button } from '../kit/button'
import { inWords, said } from '../../words/words'

/** Places a lesson of the library in this one, from the playhead on: as it is now, whole. */
async function place({ id, name }: LessonRow): Promise<void> {
  try {
    const { lesson } = await ask(ROUTES.openLesson, { at: { id }, query: { format } })
    const element = freshId('lesson')
    const { playhead } = desk()
    if (!edit(said('files.placeTheLesson', name), placeLesson(freshId('part'), element, lesson, playhead))) return
    setDesk({ panel: 'none' })
    select([element])
    toast(inWords('files.standsHereAsItIs', name))
  } catch (e) {
    toast.error(sentenceOf(e))
  }
}

/** The other lessons of the library, each to be placed in this one. */
export function OtherLessons({ search }: { search: string }) {
  const id = useDesk((b) => b.id)
  const [rows, setRows] = useState<LessonRow[]>([])
  const [busy, setBusy] = useState<string | null>(null)
  useEffect(() => {
    const timer = setTimeout(
      () => void ask(ROUTES.listLessons, { query: { search } }).then(setRows, () => setRows([])),
      search ? 200 : 0,
    )
    return () => clearTimeout(timer)
  }, [search])
  const others = rows.filter((r) => r.id !== id)
  if (others.length === 0) return null
  return (
    <>
      <h3 className="mt-4 mb-2 font-semibold">{inWords('files.lessons')}</h3>
      <ul className="thin-scroll max-h-40 divide-y divide-edge overflow-auto rounded border border-edge bg-card">
        {others.map((r) => (
          <li key={r.id} className="flex items-center gap-2 px-2 py-1.5">
            <Layers size={15} aria-hidden className="shrink-0 text-muted" />
            <span className="min-w-0 flex-1 truncate">{r.name}</span>
            <span className="figures text-xs text-muted">
              {r.width} × {r.height} {lengthText(r.frames, r.rate)}
            </span>
            <Button
              disabled={busy !== null}
              onClick={() => {
                setBusy(r.id)
                void place(r).finally(() => setBusy(null))
              }}
            >
              <Layers size={13} />
              {busy === r.id ? inWords('files.placing') : inWords('files.placeInThisLesson')}
            </Button>
          </li>
        ))}
      </ul>
    </>
  )
}
