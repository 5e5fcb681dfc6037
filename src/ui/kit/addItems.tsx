import { DropdownMenu } from 'radix-ui'
import { ADDABLE_KINDS, titleOf, type ElementKind } from '@/core/kinds'
import { KindIcon } from './kindIcon'

export const MENU_ITEM =
  'flex cursor-pointer items-center gap-2 rounded px-2 py-1 outline-none data-[highlighted]:bg-accent-wash'

/** The kinds that can be added, as items of a menu. */
export function AddItems({ onChoose }: { onChoose: (kind: ElementKind) => void }) {
  return ADDABLE_KINDS.map((k) => (
    <DropdownMenu.Item key={k} className={MENU_ITEM} onSelect={() => onChoose(k)}>
      <KindIcon kind={k} />
      {titleOf(k)}
    </DropdownMenu.Item>
  ))
}
