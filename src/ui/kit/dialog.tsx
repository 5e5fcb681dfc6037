import { X } from 'lucide-react'
import { Dialog as Base } from 'radix-ui'
import type { ReactNode } from 'react'
import { inWords } from '../../words/words'

export function Dialog({
  open,
  onOpenChange,
  title,
  children,
  wide,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  title: string
  children: ReactNode
  wide?: boolean | 'widest'
}) {
  return (
    <Base.Root open={open} onOpenChange={onOpenChange}>
      <Base.Portal>
        <Base.Overlay className="fixed inset-0 z-40 bg-ink/40" />
        <Base.Content
          aria-describedby={undefined}
          onOpenAutoFocus={(e) => {
            const box = e.currentTarget as HTMLElement
            if (!box.querySelector('[autofocus], input[cmdk-input]')) {
              e.preventDefault()
              box.focus()
            }
          }}
          className={
            `fixed top-1/2 left-1/2 z-50 max-h-[86vh] -translate-x-1/2 -translate-y-1/2 overflow-auto ` +
            (`rounded-lg border border-edge-strong bg-sheet p-5 shadow-xl ` +
              `!outline-none ${wide === 'widest' ? 'w-[1080px]' : wide ? 'w-[760px]' : 'w-[440px]'} max-w-[94vw]`)
          }
          onKeyDown={(e) => e.stopPropagation()}
          // What is said stands above it, and may offer something: pressing that is not pressing beside the dialog.
          onInteractOutside={(e) => {
            if (e.target instanceof Element && e.target.closest('[data-sonner-toaster]')) e.preventDefault()
          }}
        >
          <div className="mb-3 flex items-center justify-between">
            <Base.Title className="font-head text-lg">{title}</Base.Title>
            <Base.Close aria-label={inWords('kit.close')} className="grid place-items-center rounded hover:bg-black/5">
              <X size={16} />
            </Base.Close>
          </div>
          {children}
        </Base.Content>
      </Base.Portal>
    </Base.Root>
  )
}
