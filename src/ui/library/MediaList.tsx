import { Film, Image, Music, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { useCallback, useEffect, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES, type LibraryFile, type MediumUse } from '@/contract/routes'
import { ask, sentenceOf } from '../kit/api'
import { Button, IconButton } from '../kit/button'
import { Question } from '../kit/question'
import { inWords } from '../../words/words'

const ICONS = { take: Film, sound: Music, picture: Image }
const size = (bytes: number): string =>
  bytes < 1e6
    ? inWords('library.kb', Math.max(1, Math.round(bytes / 1e3)))
    : inWords('library.mb', (bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0))
const isFree = (u: MediumUse | undefined): boolean => u !== undefined && u.lessons.length === 0 && u.kept.length === 0

/** The files of the library with where each is used; those that nothing uses can go. */
export function MediaList({ search }: { search: string }) {
  const [files, setFiles] = useState<LibraryFile[] | null>(null)
  const [uses, setUses] = useState<ReadonlyMap<string, MediumUse> | null>(null)
  const [going, setGoing] = useState<LibraryFile[] | null>(null)
  const load = useCallback(async () => {
    try {
      setFiles(await ask(ROUTES.listMedia, { query: { search } }))
      setUses(new Map((await ask(ROUTES.usesOfMedia)).map((u) => [u.sha256, u])))
    } catch (e) {
      toast.error(sentenceOf(e))
    }
  }, [search])
  useEffect(() => {
    const timer = setTimeout(() => void load(), search ? 200 : 0)
    return () => clearTimeout(timer)
  }, [load, search])
  const unused = (files ?? []).filter((f) => isFree(uses?.get(f.sha256)))
  const remove = async (list: readonly LibraryFile[]) => {
    setGoing(null)
    let gone = 0
    for (const f of list) {
      try {
        await ask(ROUTES.removeMedium, { at: { sha: f.sha256 } })
        gone++
      } catch (e) {
        toast.error(`“${f.name}”: ${sentenceOf(e)}`)
      }
    }
    if (gone > 0) toast(gone === 1 ? inWords('library.isGone', list[0]!.name) : inWords('library.filesAreGone', gone))
    await load()
  }
  const bytes = (list: readonly LibraryFile[]) => size(list.reduce((sum, f) => sum + f.bytes, 0))
  return (
    <section aria-labelledby="library-files">
      <div className="mb-2 flex items-center gap-3">
        <h2 id="library-files" className="font-head text-lg">
          {inWords('library.recordingsStillsAndSounds')}
        </h2>
        <span className="flex-1" />
        {unused.length > 0 && (
          <Button onClick={() => setGoing(unused)}>
            <Trash2 size={14} />
            {unused.length === 1 ? inWords('library.oneIsNotUsed') : inWords('library.areNotUsed', unused.length)},{' '}
            {bytes(unused)}
          </Button>
        )}
      </div>
      <ul className="divide-y divide-edge rounded border border-edge bg-card">
        {files?.map((f) => (
          <FileRow key={f.sha256} of={f} uses={uses} onRemove={() => setGoing([f])} />
        ))}
        {files?.length === 0 && (
          <li className="p-3 text-muted">
            {search ? inWords('library.noFileHasThisIn') : inWords('library.noFileWasBroughtIn')}
          </li>
        )}
        {files === null && <li className="p-3 text-muted">{inWords('library.looking')}</li>}
      </ul>
      <Question
        open={going !== null}
        title={
          going?.length === 1
            ? inWords('library.remove', going[0]!.name)
            : inWords('library.removeFiles', going?.length ?? 0)
        }
        words={
          going?.some((f) => uses?.get(f.sha256)?.past)
            ? inWords('library.noLessonUsesThisNow')
            : inWords('library.nothingUsesThisAndNothing')
        }
        onLeave={() => setGoing(null)}
      >
        <Button onClick={() => setGoing(null)}>{inWords('library.keep')}</Button>
        <Button look="main" onClick={() => void remove(going ?? [])}>
          {inWords('library.removeForGood')}
        </Button>
      </Question>
    </section>
  )
}

function FileRow({
  of: f,
  uses,
  onRemove,
}: {
  of: LibraryFile
  uses: ReadonlyMap<string, MediumUse> | null
  onRemove: () => void
}) {
  const Icon = ICONS[f.kind]
  return (
    <li className="flex min-h-9 items-center gap-3 px-3 py-1">
      <Icon size={15} aria-hidden className="shrink-0 text-muted" />
      <span className="w-64 truncate" title={f.name}>
        {f.name}
      </span>
      <span className="figures w-28 text-xs text-muted">
        {f.medium.width ? `${f.medium.width} × ${f.medium.height}` : ''}
      </span>
      <span className="figures w-16 text-right text-xs text-muted">{size(f.bytes)}</span>
      <UsedIn use={uses?.get(f.sha256)} known={uses !== null} />
      {isFree(uses?.get(f.sha256)) && (
        <IconButton label={inWords('library.removeForGoodName', f.name)} onClick={onRemove}>
          <Trash2 size={14} />
        </IconButton>
      )}
    </li>
  )
}
function UsedIn({ use, known }: { use: MediumUse | undefined; known: boolean }) {
  const others = use?.kept.map((name) => inWords('library.kept', name)) ?? []
  return (
    <span className="min-w-0 flex-1 truncate text-xs text-muted">
      {use && use.lessons.length > 0 && `${inWords('library.in')} `}
      {use?.lessons.map((l, i) => (
        <span key={l.id}>
          {i > 0 && ', '}
          <Link href={`/lessons/${l.id}`} prefetch={false} className="text-accent-deep underline">
            {l.name}
          </Link>
        </span>
      ))}
      {others.length > 0 && `${use!.lessons.length > 0 ? ', ' : `${inWords('library.in')} `}${others.join(', ')}`}
      {use &&
        use.lessons.length === 0 &&
        others.length === 0 &&
        (use.past ? inWords('library.onlyInWhatCanBe') : inWords('library.notUsed'))}
      {!use && (known ? inWords('library.notUsed') : '…')}
    </span>
  )
}
