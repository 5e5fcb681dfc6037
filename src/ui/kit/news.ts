import { useEffect, useRef } from 'react'
import { News } from '@/contract/news'
import { joinLine, type LineWord, type Surroundings } from './newsLine'

interface Listener {
  onNews: (news: News) => void
  onOpen?: () => void
}
const listeners = new Set<Listener>()
let leave: (() => void) | null = null
let isOpen = false

const NAME = 'vane-news'
/** The line of this window, or the one that it shares with the others of its browser, where that can be. */
function surroundings(): Surroundings {
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(NAME)
  const { locks } = navigator
  return {
    connect({ message, open }) {
      const line = new EventSource('/api/events')
      line.onmessage = (e) => message(e.data as string)
      line.onopen = open
      return () => line.close()
    },
    lead: (held, steal) =>
      channel && locks ? locks.request(NAME, steal ? { steal: true } : {}, held).then(() => undefined) : held(),
    tell: (said) => channel?.postMessage(said),
    hear(listener) {
      if (channel) channel.onmessage = (e) => listener(e.data as LineWord)
      return () => channel?.close()
    },
    watched: () => document.visibilityState === 'visible',
  }
}

/** One line to the server for all windows of a browser. */
function join(listener: Listener): () => void {
  listeners.add(listener)
  if (!leave)
    leave = joinLine(
      {
        message(text) {
          // A line that this window does not know is one of a newer program.
          const news = News.safeParse(JSON.parse(text)).data
          if (news) for (const l of listeners) l.onNews(news)
        },
        open() {
          isOpen = true
          for (const l of listeners) l.onOpen?.()
        },
      },
      surroundings(),
    )
  else if (isOpen) listener.onOpen?.()
  return () => {
    listeners.delete(listener)
    if (listeners.size > 0) return
    leave?.()
    leave = null
    isOpen = false
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
