import { Plus } from 'lucide-react'
import { setDesk, useDesk } from '../state/desk'
import { beginAdding } from '../commands/acts'
import { Button } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { inWords } from '../../words/words'

/** Which picture of the lesson a new still shows. */
export function Pictures() {
  const open = useDesk((b) => b.panel === 'pictures')
  const media = useDesk((b) => b.lesson.media)
  const pictures = Object.entries(media).filter(([, m]) => m.kind === 'picture')
  const place = (id: string) => {
    setDesk({ panel: 'none' })
    beginAdding('still', id)
  }
  return (
    <Dialog
      open={open}
      onOpenChange={(o) => {
        if (!o) setDesk({ panel: 'none' })
      }}
      title={inWords('files.whichPicture')}
      wide
    >
      <ul className="grid grid-cols-4 gap-3">
        {pictures.map(([id, m]) => (
          <li key={id}>
            <button
              type="button"
              onClick={() => place(id)}
              className="block w-full rounded border border-edge bg-card p-1.5 hover:border-accent"
            >
              <span className="grid aspect-video place-items-center overflow-hidden rounded bg-surround">
                <img src={`/${m.file}`} alt="" className="max-h-full max-w-full object-contain" loading="lazy" />
              </span>
              <span className="mt-1 block truncate">{m.name}</span>
            </button>
          </li>
        ))}
      </ul>
      <Button className="mt-3" onClick={() => setDesk({ panel: 'files' })}>
        <Plus size={13} />
        {inWords('files.bringInAnotherOne')}
      </Button>
    </Dialog>
  )
}
