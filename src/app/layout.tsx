import type { Metadata } from 'next'
import type { ReactNode } from 'react'
import { Toaster } from 'sonner'
import './globals.css'

/** Each page is made for its request, as its scripts carry that answer's nonce. */
export const dynamic = 'force-dynamic'
export const metadata: Metadata = {
  title: 'Vivid Vane',
  description: 'Callouts, arrows, ripples and zooms, timed to what happens in a recording.',
}

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>
        {children}
        <Toaster
          position="bottom-left"
          offset={{ left: 12, bottom: 'var(--above-timeline, 16px)' }}
          style={{ '--width': 'var(--toast-width, 356px)' } as React.CSSProperties}
          toastOptions={{ className: '!bg-card !text-ink !border-edge !font-sans' }}
        />
      </body>
    </html>
  )
}
