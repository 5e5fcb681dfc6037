import { CircleAlert, Copy, X } from 'lucide-react'
import { toast } from 'sonner'
import { Button, IconButton } from '../kit/button'
import type { Unkept } from '../state/shelf'
import { putAway, useDesk } from '../state/desk'
import { inWords, said } from '../../words/words'
import { PullOut } from '../kit/pullOut'
import { toldInWords, retold } from '../../words/told'

const copy = (list: readonly Unkept[]): void => {
  const text = JSON.stringify(
    list.map(({ label, why, at, changes }) => ({ label: toldInWords(label), why: toldInWords(why), at, changes })),
    null,
    2,
  )
  void navigator.clipboard.writeText(text).then(
    () => toast(inWords('workbench.copiedWithEverythingItWould')),
    () => toast.error(inWords('workbench.theClipboardCannotBeUsed')),
  )
}

/** Edits that could not be stored: each with its name, why, and all it would have changed. */
export function NotKept() {
  const list = useDesk((b) => b.unkept)
  if (list.length === 0) return null
  return (
    <PullOut
      keysPass
      align="start"
      className="w-[26rem] p-3"
      from={
        <button
          type="button"
          className="flex h-7 items-center gap-1.5 rounded border border-accent bg-accent-wash px-2 text-accent-deep"
          data-testid="not-kept"
        >
          <CircleAlert size={14} />
          {inWords('workbench.notKept', said('counts.change', list.length))}
        </button>
      }
    >
      <p className="mb-2 text-muted">{inWords('workbench.theseCouldNotBeStored')}</p>
      <ul className="thin-scroll max-h-72 space-y-1 overflow-auto">
        {list.map((u) => (
          <li key={u.step} className="flex items-start gap-2 rounded border border-edge bg-card p-2">
            <span className="min-w-0 flex-1">
              <strong className="block break-words">{toldInWords(u.label)}</strong>
              <span className="text-muted">{toldInWords(u.why)}</span>
            </span>
            <IconButton label={inWords('workbench.copy', retold(u.label))} onClick={() => copy([u])}>
              <Copy size={14} />
            </IconButton>
            <IconButton label={inWords('workbench.takeOffThisList', retold(u.label))} onClick={() => putAway(u.step)}>
              <X size={14} />
            </IconButton>
          </li>
        ))}
      </ul>
      <Button className="mt-2" onClick={() => copy(list)}>
        <Copy size={13} />
        {inWords('workbench.copyAll')}
      </Button>
    </PullOut>
  )
}
