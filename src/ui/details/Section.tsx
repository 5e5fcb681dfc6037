import type { ReactNode } from 'react'

export function Section({ title, right, children }: { title: string; right?: ReactNode; children: ReactNode }) {
  return (
    <section className="space-y-2 border-b border-edge p-3">
      <h3 className="flex items-center justify-between font-semibold">{title}{right}</h3>
      {children}
    </section>
  )
}
