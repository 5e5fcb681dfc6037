import { EventEmitter } from 'node:events'

/** What windows are told of as it happens. */
export type News =
  | { about: 'lesson'; lesson: string; revision: number; client: string; label: string; removed?: boolean }
  | { about: 'import'; id: string; lesson: string | null; name: string; state: string; step: string; share: number; sentence: string | null; sha256: string | null }
  | { about: 'trace'; sha256: string; state: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled'; share: number; sentence: string | null }
  | { about: 'export'; id: string; lesson: string; state: string; frame: number; of: number; framesPerSecond: number; sentence: string | null }

const kept = globalThis as unknown as { vaneNews?: EventEmitter }
const hub = (kept.vaneNews ??= new EventEmitter().setMaxListeners(0))

export const tell = (news: News): void => { hub.emit('news', news) }

/** Server-sent events (WHATWG HTML, 9.2) of everything that happens, until the window goes. */
export function newsStream(signal: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder()
  return new ReadableStream({
    start(controller) {
      const send = (text: string) => { try { controller.enqueue(encoder.encode(text)) } catch { stop() } }
      const hear = (news: News) => send(`data: ${JSON.stringify(news)}\n\n`)
      const beat = setInterval(() => send(': still here\n\n'), 15_000)
      function stop(): void {
        clearInterval(beat)
        hub.off('news', hear)
        try { controller.close() } catch { /* closed already */ }
      }
      hub.on('news', hear)
      signal.addEventListener('abort', stop)
      send('retry: 1000\n\n')
    },
  })
}
