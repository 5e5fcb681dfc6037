import type { Metadata } from 'next'
import type { ReactNode } from 'react'
import { Toaster } from 'sonner'
import './globals.css'
import { interfaceLanguage, inWords } from '../words/words'

/** Each page is made for its request, as its scripts carry that answer's nonce. */
export const dynamic = 'force-dynamic'
export const metadata: Metadata = {
  title: inWords('app.name'),
  description: inWords('app.whatItIs'),
}

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang={interfaceLanguage()}>
      <body>
        {children}
        <Toaster
          containerAriaLabel={inWords('app.notices')}
          position="bottom-left"
          offset={{ left: 12, bottom: 'var(--above-timeline, 16px)' }}
          style={{ '--width': 'var(--toast-width, 356px)' } as React.CSSProperties}
          toastOptions={{ className: 'pointer-events-auto !bg-card !text-ink !border-edge !font-sans' }}
        />
      </body>
    </html>
  )
}
