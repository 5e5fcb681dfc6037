import Link from 'next/link'
import type { ReactNode } from 'react'
import { inWords } from '../../words/words'

type Here = 'lessons' | 'exports' | 'library' | 'styles'
const HERE: Record<Here, string> = {
  lessons: inWords('kit.lessons'),
  exports: inWords('kit.exports'),
  library: inWords('kit.library'),
  styles: inWords('kit.houseStyles'),
}
export function PageHead({ here, children }: { here: Here; children?: ReactNode }) {
  const tab = (to: string, name: Here) => (
    <Link
      href={to}
      aria-current={here === name ? 'page' : undefined}
      className={
        `border-b-2 px-1 py-3 ` +
        `${here === name ? 'border-accent font-semibold' : 'border-transparent text-muted hover:text-ink'}`
      }
    >
      {HERE[name]}
    </Link>
  )
  return (
    <header className="flex items-center gap-5 border-b border-edge-strong bg-sheet px-6">
      <h1 className="flex items-center gap-2 font-head text-lg">
        <img src="/icon.svg" alt="" className="size-6" />
        {inWords('kit.vividVane')}
        <span className="sr-only">: {HERE[here]}</span>
      </h1>
      <nav className="flex gap-4">
        {tab('/', 'lessons')}
        {tab('/exports', 'exports')}
        {tab('/library', 'library')}
        {tab('/styles', 'styles')}
      </nav>
      <span className="flex-1" />
      {children}
    </header>
  )
}
