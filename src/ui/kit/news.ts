import { useEffect, useRef } from 'react'

export type News =
  | { about: 'lesson'; lesson: string; revision: number; client: string; label: string; removed?: boolean }
  | { about: 'import'; id: string; lesson: string | null; name: string; upload: string; state: string; step: string; share: number; sentence: string | null; sha256: string | null }
  | { about: 'export'; id: string; lesson: string; state: string; frame: number; of: number; framesPerSecond: number; sentence: string | null }

/** Hears what happens on the server; `onOpen` runs each time the line is there (again). */
export function useNews(onNews: (news: News) => void, onOpen?: () => void): void {
  const latest = useRef({ onNews, onOpen })
  useEffect(() => { latest.current = { onNews, onOpen } })
  useEffect(() => {
    const line = new EventSource('/api/events')
    line.onmessage = (e) => latest.current.onNews(JSON.parse(e.data as string) as News)
    line.onopen = () => latest.current.onOpen?.()
    return () => line.close()
  }, [])
}
