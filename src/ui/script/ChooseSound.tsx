import { useEffect, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES, type LibraryFile } from '@/contract/routes'
import { ask, sentenceOf } from '../kit/api'
import { Dialog } from '../kit/dialog'
import { inWords } from '../../words/words'

/** A sound of the library is chosen. */
export function ChooseSound({
  title,
  words,
  but,
  onChoose,
  onClose,
}: {
  title: string
  words: string
  /** The SHA-256 of one that is no choice. */
  but?: string | undefined
  onChoose: (file: LibraryFile) => void
  onClose: () => void
}) {
  const [files, setFiles] = useState<LibraryFile[] | null>(null)
  useEffect(() => {
    ask(ROUTES.listMedia, { query: { kind: 'sound' } }).then(setFiles, (e: unknown) => void toast.error(sentenceOf(e)))
  }, [])
  const others = files?.filter((f) => f.sha256 !== but) ?? []
  return (
    <Dialog open onOpenChange={(is) => !is && onClose()} title={title}>
      <p className="mb-2 text-muted">{words}</p>
      {files === null && <p className="text-muted">{inWords('script.looking')}</p>}
      {files !== null && others.length === 0 && <p className="text-muted">{inWords('script.thereIsNoOtherSound')}</p>}
      <ul className="divide-y divide-edge rounded border border-edge bg-card">
        {others.map((f) => (
          <li key={f.sha256}>
            <button
              type="button"
              className="block w-full truncate px-2 py-1.5 text-left hover:bg-accent-wash"
              onClick={() => {
                onClose()
                onChoose(f)
              }}
            >
              {f.name}
            </button>
          </li>
        ))}
      </ul>
    </Dialog>
  )
}
