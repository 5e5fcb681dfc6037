import { AlertDialog } from 'radix-ui'
import type { ReactNode } from 'react'

/** A question that has to be answered before anything else; `children` are the buttons that answer it. */
export function Question({
  open,
  title,
  words,
  onLeave,
  children,
}: {
  open: boolean
  title: string
  words: string
  /** It was left without a choice. */
  onLeave: () => void
  children: ReactNode
}) {
  return (
    <AlertDialog.Root
      open={open}
      onOpenChange={(stays) => {
        if (!stays) onLeave()
      }}
    >
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <AlertDialog.Content
          className={
            'fixed top-1/2 left-1/2 z-50 w-[460px] max-w-[94vw] -translate-x-1/2 ' +
            '-translate-y-1/2 rounded-lg border border-edge-strong bg-sheet p-5 shadow-xl'
          }
          onOpenAutoFocus={(e) => {
            e.preventDefault()
            ;(e.currentTarget as HTMLElement).querySelector('button')?.focus()
          }}
          onKeyDown={(e) => e.stopPropagation()}
        >
          <AlertDialog.Title className="mb-2 font-head text-lg">{title}</AlertDialog.Title>
          <AlertDialog.Description className="mb-4 text-muted">{words}</AlertDialog.Description>
          <div className="flex justify-end gap-2">{children}</div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  )
}
