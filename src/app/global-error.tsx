'use client'
import { useEffect } from 'react'
import './globals.css'
import { interfaceLanguage, inWords } from '../words/words'

const KEY = 'vane-loaded-again'
/** So soon it is loaded again by itself; where that was done not long ago, it is given more time. */
const [AT_ONCE_MS, LATER_MS, LONG_AGO_MS] = [300, 10_000, 60_000]

/**
 * What stands where a page could not be drawn. What was made is kept by the browser and goes on being stored, so the
 * page is loaded again by itself: at once, and from then on every few seconds, as the server may be starting.
 */
export default function Broken({ error }: { error: Error }) {
  useEffect(() => {
    console.error(error)
    const last = Number(sessionStorage.getItem(KEY) ?? 0)
    const wait = Date.now() - last < LONG_AGO_MS ? LATER_MS : AT_ONCE_MS
    const timer = setTimeout(() => {
      sessionStorage.setItem(KEY, String(Date.now()))
      location.reload()
    }, wait)
    return () => clearTimeout(timer)
  }, [error])
  return (
    <html lang={interfaceLanguage()}>
      <body className="flex min-h-screen items-center justify-center bg-paper text-ink">
        <main className="max-w-md p-6 text-center">
          <h1 className="mb-2 font-head text-lg">{inWords('app.aPageFailed')}</h1>
          <p className="mb-4 text-muted">{inWords('app.workIsKept')}</p>
          <button
            type="button"
            className="rounded border border-accent-deep bg-accent px-3 py-1 text-white hover:bg-accent-deep"
            onClick={() => location.reload()}
          >
            {inWords('app.loadAgain')}
          </button>
        </main>
      </body>
    </html>
  )
}
