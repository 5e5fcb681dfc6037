import { useEffect, useRef } from 'react'
import { News } from '@/contract/news'

interface Listener {
  onNews: (news: News) => void
  onOpen?: () => void
}
const listeners = new Set<Listener>()
let line: EventSource | null = null

/** One line to the server for the whole window, as browsers keep only six to a host. */
function join(listener: Listener): () => void {
  listeners.add(listener)
  if (!line) {
    line = new EventSource('/api/events')
    line.onmessage = (e) => {
      // A line that this window does not know is one of a newer program.
      const news = News.safeParse(JSON.parse(e.data as string)).data
      if (news) for (const l of listeners) l.onNews(news)
    }
    line.onopen = () => {
      for (const l of listeners) l.onOpen?.()
    }
  } else if (line.readyState === EventSource.OPEN) listener.onOpen?.()
  return () => {
    listeners.delete(listener)
    if (listeners.size > 0) return
    line?.close()
    line = null
  }
}

/** Hears what happens on the server; `onOpen` runs each time the line is there (again). */
export function useNews(onNews: (news: News) => void, onOpen?: () => void): void {
  const latest = useRef({ onNews, onOpen })
  useEffect(() => {
    latest.current = { onNews, onOpen }
  })
  useEffect(() => join({ onNews: (n) => latest.current.onNews(n), onOpen: () => latest.current.onOpen?.() }), [])
}
