import { newsStream } from '@/server/events'
import { route } from '@/server/web'

export const dynamic = 'force-dynamic'
export const GET = route(
  async (request) =>
    new Response(newsStream(request.signal), {
      headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
    }),
)
