import { useEffect, useMemo, useState } from 'react'
import { inOne, setElements, setLook } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { edit } from '../state/desk'
import { Button } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { Row } from '../fields/fields'
import { iconsFound, iconsUsed, loadIcons, rememberIcon, type Icons } from '../kit/icons'
import { SearchField } from '../fields/searchField'
import { inWords, said } from '../../words/words'

/** Lets an icon be another one, found by its name, by what it means, or because it was used before. */
export function IconField({ element: e, label }: { element: Element; label: string }) {
  const [open, setOpen] = useState(false)
  const [set, setSet] = useState<Icons | null>(null)
  const [sought, setSought] = useState('')
  const [failed, setFailed] = useState(false)
  useEffect(() => {
    if (open && !set) loadIcons().then(setSet, () => setFailed(true))
  }, [open, set])
  const names = useMemo(() => (set ? iconsFound(set, sought, iconsUsed()) : []), [set, sought])
  const take = (name: string) => {
    const d = set![name]![0]
    edit(
      said('details.icon', name),
      inOne([
        setLook([e.id], 'name', name),
        setLook([e.id], 'd', d),
        ...(/^Icon( \d+)?$/.test(e.name)
          ? [setElements([e.id], { name: name.replaceAll('-', ' ').slice(0, 120) })]
          : []),
      ]),
    )
    rememberIcon(name)
    setOpen(false)
  }
  return (
    <>
      <Row label={label}>
        <Button onClick={() => setOpen(true)}>{inWords('details.chooseAnotherIcon')}</Button>
      </Row>
      <Dialog open={open} onOpenChange={setOpen} title={inWords('details.icons')} wide>
        <SearchField
          label={inWords('details.findAnIcon')}
          hint={inWords('details.findByNameOrBy')}
          value={sought}
          onChange={setSought}
          onTake={() => names[0] && take(names[0])}
        />
        {failed && <p className="text-accent-deep">{inWords('details.theIconsCouldNotBe')}</p>}
        <ul className="grid grid-cols-12 gap-1">
          {names.map((name) => (
            <li key={name}>
              <button
                type="button"
                title={name.replaceAll('-', ' ')}
                aria-label={name.replaceAll('-', ' ')}
                onClick={() => take(name)}
                className={
                  'grid aspect-square w-full place-items-center rounded border border-edge bg-card hover:border-accent'
                }
              >
                <svg viewBox="0 0 24 24" width={24} height={24} fill="none" stroke="currentColor" strokeWidth={2}>
                  <path d={set![name]![0]} strokeLinecap="round" strokeLinejoin="round" />
                </svg>
              </button>
            </li>
          ))}
        </ul>
        {set && names.length === 0 && (
          <p className="py-6 text-center text-muted">{inWords('details.noIconIsCalledThat')}</p>
        )}
        <p className="mt-3 text-xs text-muted">{inWords('details.lucideIconsIscLicenceThose')}</p>
      </Dialog>
    </>
  )
}
