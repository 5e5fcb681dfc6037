'use client'

import { PageHead } from '../kit/pageHead'
import { ExportList, useJobNews } from './ExportList'

export function Exports() {
  useJobNews()
  return (
    <>
      <PageHead here="exports" />
      <main className="mx-auto max-w-[860px] px-6 py-6">
        <ExportList />
      </main>
    </>
  )
}
