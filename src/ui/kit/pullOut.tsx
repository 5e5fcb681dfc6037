import { Popover } from 'radix-ui'
import type { ComponentProps, ReactElement, ReactNode } from 'react'

interface PullOutProps
  extends
    Pick<ComponentProps<typeof Popover.Root>, 'open' | 'onOpenChange'>,
    Pick<ComponentProps<typeof Popover.Content>, 'align' | 'side' | 'sideOffset' | 'style'> {
  /** What it comes out of when that is pressed: one button. */
  from: ReactElement
  className?: string
  /** Keys pressed in it are commands of the page, too: nothing is typed in it. */
  keysPass?: boolean
  children: ReactNode
}
/** A small sheet beside what it comes out of. */
export function PullOut({
  from,
  open,
  onOpenChange,
  className = '',
  keysPass = false,
  children,
  align = 'end',
  ...content
}: PullOutProps) {
  return (
    <Popover.Root open={open} onOpenChange={onOpenChange}>
      <Popover.Trigger asChild>{from}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align={align}
          collisionPadding={8}
          className={`z-50 rounded border border-edge-strong bg-sheet shadow-xl ${className}`}
          onKeyDown={(e) => !keysPass && e.stopPropagation()}
          {...content}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
