import { Film, Image, Music, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { useCallback, useEffect, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES, type LibraryFile, type MediumUse } from '@/contract/routes'
import { ask, sentenceOf } from '../kit/api'
import { Button, IconButton } from '../kit/button'
import { Question } from '../kit/question'

const ICONS = { take: Film, sound: Music, picture: Image }
const size = (bytes: number): string =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} KB` : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`
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
    if (gone > 0) toast(gone === 1 ? `“${list[0]!.name}” is gone.` : `${gone} files are gone.`)
    await load()
  }
  const bytes = (list: readonly LibraryFile[]) => size(list.reduce((sum, f) => sum + f.bytes, 0))
  return (
    <section aria-labelledby="library-files">
      <div className="mb-2 flex items-center gap-3">
        <h2 id="library-files" className="font-head text-lg">
          Recordings, stills and sounds
        </h2>
        <span className="flex-1" />
        {unused.length > 0 && (
          <Button onClick={() => setGoing(unused)}>
            <Trash2 size={14} />
            {unused.length === 1 ? 'One is not used' : `${unused.length} are not used`}, {bytes(unused)}
          </Button>
        )}
      </div>
      <ul className="divide-y divide-edge rounded border border-edge bg-card">
        {files?.map((f) => (
          <FileRow key={f.sha256} of={f} uses={uses} onRemove={() => setGoing([f])} />
        ))}
        {files?.length === 0 && (
          <li className="p-3 text-muted">
            {search
              ? 'No file has this in its name.'
              : 'No file was brought in yet: open a lesson and drop one into it.'}
          </li>
        )}
        {files === null && <li className="p-3 text-muted">Looking …</li>}
      </ul>
      <Question
        open={going !== null}
        title={going?.length === 1 ? `Remove “${going[0]!.name}”?` : `Remove ${going?.length ?? 0} files?`}
        words={
          going?.some((f) => uses?.get(f.sha256)?.past)
            ? 'No lesson uses this now. Where it was used before, neither undo nor putting a removed lesson back ' +
              'can show it again. It is gone for good.'
            : 'Nothing uses this, and nothing ever did. It is gone for good.'
        }
        onLeave={() => setGoing(null)}
      >
        <Button onClick={() => setGoing(null)}>Keep</Button>
        <Button look="main" onClick={() => void remove(going ?? [])}>
          Remove for good
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
        <IconButton label={`Remove “${f.name}” for good`} onClick={onRemove}>
          <Trash2 size={14} />
        </IconButton>
      )}
    </li>
  )
}
function UsedIn({ use, known }: { use: MediumUse | undefined; known: boolean }) {
  const others = use?.kept.map((name) => `“${name}”, kept`) ?? []
  return (
    <span className="min-w-0 flex-1 truncate text-xs text-muted">
      {use && use.lessons.length > 0 && 'in '}
      {use?.lessons.map((l, i) => (
        <span key={l.id}>
          {i > 0 && ', '}
          <Link href={`/lessons/${l.id}`} prefetch={false} className="text-accent-deep underline">
            {l.name}
          </Link>
        </span>
      ))}
      {others.length > 0 && `${use!.lessons.length > 0 ? ', ' : 'in '}${others.join(', ')}`}
      {use && use.lessons.length === 0 && others.length === 0 && (use.past ? 'only in what can be undone' : 'not used')}
      {!use && (known ? 'not used' : '…')}
    </span>
  )
}
