import Link from 'next/link'
import type { ReactNode } from 'react'
import { inWords } from '../../words/words'

type Here = 'lessons' | 'exports' | 'library' | 'styles'
export function PageHead({ here, children }: { here: Here; children?: ReactNode }) {
  const tab = (to: string, name: Here, label: string) => (
    <Link
      href={to}
      aria-current={here === name ? 'page' : undefined}
      className={
        `border-b-2 px-1 py-3 ` +
        `${here === name ? 'border-accent font-semibold' : 'border-transparent text-muted hover:text-ink'}`
      }
    >
      {label}
    </Link>
  )
  return (
    <header className="flex items-center gap-5 border-b border-edge-strong bg-sheet px-6">
      <h1 className="flex items-center gap-2 font-head text-lg">
        <img src="/icon.svg" alt="" className="size-6" />
        {inWords('kit.vividVane')}
        <span className="sr-only">: {here}</span>
      </h1>
      <nav className="flex gap-4">
        {tab('/', 'lessons', inWords('kit.lessons'))}
        {tab('/exports', 'exports', inWords('kit.exports'))}
        {tab('/library', 'library', inWords('kit.library'))}
        {tab('/styles', 'styles', inWords('kit.houseStyles'))}
      </nav>
      <span className="flex-1" />
      {children}
    </header>
  )
}
