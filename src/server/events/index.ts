import { EventEmitter } from 'node:events'

import type { News } from '@/contract/news'

const kept = globalThis as unknown as { vaneNews?: EventEmitter }
const hub = (kept.vaneNews ??= new EventEmitter().setMaxListeners(0))

export const tell = (news: News): void => {
  hub.emit('news', news)
}

/** Hears all news within the server. @returns what ends it */
export function hear(listener: (news: News) => void): () => void {
  hub.on('news', listener)
  return () => {
    hub.off('news', listener)
  }
}

/** Server-sent events (WHATWG HTML, 9.2) of everything that happens, until the window goes. */
export function newsStream(signal: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder()
  return new ReadableStream({
    start(controller) {
      const send = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text))
        } catch {
          stop()
        }
      }
      const hear = (news: News) => send(`data: ${JSON.stringify(news)}\n\n`)
      const beat = setInterval(() => send(': still here\n\n'), 15_000)
      function stop(): void {
        clearInterval(beat)
        hub.off('news', hear)
        try {
          controller.close()
        } catch {
          /* closed already */
        }
      }
      hub.on('news', hear)
      signal.addEventListener('abort', stop)
      send('retry: 1000\n\n')
    },
  })
}
