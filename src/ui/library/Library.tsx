'use client'

import { FileDown } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Button } from '../kit/button'
import { iconsFound, iconsUsed, loadIcons, type Icons } from '../kit/icons'
import { Tips } from '../kit/tips'
import { PageHead } from '../kit/pageHead'
import { SearchBox } from '../kit/searchBox'
import { takeGiven } from './given'
import { KeptList } from './KeptLists'
import { MediaList } from './MediaList'
import { inWords } from '../../words/words'

/** All that lessons are made of: files with where they are used, ready things, templates, icons. */
export function Library() {
  const [search, setSearch] = useState('')
  const [version, setVersion] = useState(0)
  const input = useRef<HTMLInputElement>(null)
  return (
    <div className="flex h-screen flex-col">
      <PageHead here="library">
        <SearchBox
          label={inWords('library.searchTheLibrary')}
          value={search}
          onChange={setSearch}
          className="w-64 py-1"
        />
        <input
          ref={input}
          type="file"
          multiple
          hidden
          accept=".json"
          aria-label={inWords('library.filesFromOthers')}
          onChange={(e) => {
            void takeGiven([...(e.target.files ?? [])]).then(() => setVersion((v) => v + 1))
            e.target.value = ''
          }}
        />
        <Button onClick={() => input.current?.click()}>
          <FileDown size={14} />
          {inWords('library.bringInAFileFrom')}
        </Button>
      </PageHead>
      <main className="min-h-0 flex-1 overflow-auto">
        <div className="mx-auto max-w-[1160px] space-y-8 px-6 py-6">
          <MediaList search={search} />
          <KeptList kind="template" search={search} version={version} />
          <KeptList kind="ready" search={search} version={version} />
          <IconList search={search} />
        </div>
      </main>
      <Tips />
    </div>
  )
}

const SHOWN = 48
/** The icons that ship: those used before, and those that are sought. */
function IconList({ search }: { search: string }) {
  const [icons, setIcons] = useState<Icons | null>(null)
  useEffect(() => {
    // Without them the rest of the library is there all the same.
    loadIcons().then(setIcons, () => {})
  }, [])
  const names = useMemo(() => (icons ? iconsFound(icons, search, iconsUsed()).slice(0, SHOWN) : []), [icons, search])
  if (!icons || names.length === 0) return null
  return (
    <section aria-label={inWords('library.icons')} data-icons>
      <h2 className="mb-2 font-head text-lg">
        {inWords('library.icons')}{' '}
        <span className="text-xs text-muted">
          {inWords('library.ship', Object.keys(icons).length.toLocaleString('en-GB'))}
        </span>
      </h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(44px,1fr))] gap-1">
        {names.map((name) => (
          <li
            key={name}
            title={name.replaceAll('-', ' ')}
            className="grid aspect-square place-items-center rounded border border-edge bg-card"
          >
            <svg
              viewBox="0 0 24 24"
              width={22}
              height={22}
              fill="none"
              stroke="currentColor"
              strokeWidth={2}
              role="img"
              aria-label={name.replaceAll('-', ' ')}
            >
              <path d={icons[name]![0]} strokeLinecap="round" strokeLinejoin="round" />
            </svg>
          </li>
        ))}
      </ul>
    </section>
  )
}
