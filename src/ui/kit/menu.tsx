import { Check } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { ComponentProps, ReactElement, ReactNode } from 'react'
import { ADDABLE_KINDS, titleOf, type ElementKind } from '@/core/kinds'
import { KindIcon } from './kindIcon'

type ContentProps = Pick<ComponentProps<typeof DropdownMenu.Content>, 'align' | 'aria-label' | 'onCloseAutoFocus'>
interface MenuProps extends ContentProps, Pick<ComponentProps<typeof DropdownMenu.Root>, 'open' | 'onOpenChange'> {
  /** What it comes out of when that is pressed: one button. */
  from: ReactElement
  className?: string
  children: ReactNode
}
const SHEET = 'thin-scroll z-50 overflow-auto rounded border border-edge-strong bg-sheet p-1 shadow-xl'
/** A menu: acts to choose one of. */
export function Menu({ from, open, onOpenChange, className = '', children, align = 'end', ...content }: MenuProps) {
  return (
    <DropdownMenu.Root open={open} onOpenChange={onOpenChange}>
      <DropdownMenu.Trigger asChild>{from}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align={align}
          className={`${SHEET} ${className}`}
          style={{ maxHeight: 'var(--radix-dropdown-menu-content-available-height)' }}
          {...content}
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

const ITEM =
  'flex cursor-pointer items-center gap-2 rounded px-2 py-1 outline-none data-[highlighted]:bg-accent-wash ' +
  'data-[disabled]:opacity-40'
/** An act of a menu; `keys` are the keys that do the same. */
export function MenuItem({
  keys,
  children,
  ...item
}: ComponentProps<typeof DropdownMenu.Item> & { keys?: string | undefined }) {
  return (
    <DropdownMenu.Item className={ITEM} {...item}>
      {children}
      {keys && <kbd className="ml-auto pl-4 font-code text-xs text-muted">{keys}</kbd>}
    </DropdownMenu.Item>
  )
}
/** Something of a menu that is on or off; the menu stays as it is pressed. */
export function MenuTick({ children, ...item }: ComponentProps<typeof DropdownMenu.CheckboxItem>) {
  return (
    <DropdownMenu.CheckboxItem className={ITEM} onSelect={(e) => e.preventDefault()} {...item}>
      <span className="grid size-4 shrink-0 place-items-center rounded border border-edge-strong bg-card">
        <DropdownMenu.ItemIndicator>
          <Check size={12} />
        </DropdownMenu.ItemIndicator>
      </span>
      {children}
    </DropdownMenu.CheckboxItem>
  )
}
export const MenuLine = () => <DropdownMenu.Separator className="my-1 h-px bg-edge" />

/** The kinds that can be added, as items of a menu. */
export function AddItems({ onChoose }: { onChoose: (kind: ElementKind) => void }) {
  return ADDABLE_KINDS.map((k) => (
    <MenuItem key={k} onSelect={() => onChoose(k)}>
      <KindIcon kind={k} />
      {titleOf(k)}
    </MenuItem>
  ))
}
