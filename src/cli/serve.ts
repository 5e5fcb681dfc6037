import { createServer, type IncomingMessage } from 'node:http'
import { appRoot } from '@/server/root'
import { read, say, type CliCommand } from './command'

const METHODS = new Set(['GET', 'HEAD', 'POST', 'PATCH', 'PUT', 'DELETE', 'OPTIONS'])
/** The status by which a request is turned away before anything looks at it; null when it can be looked at. */
function amiss({ method, url }: IncomingMessage): number | null {
  if (!METHODS.has(method ?? '')) return 405
  if (!url?.startsWith('/')) return 400
  try {
    decodeURIComponent(url.split('?')[0]!)
  } catch {
    return 400
  }
  return null
}

/** So long the head of a request may take; whether it did is looked at so often. */
const [HEAD_MS, CHECKED_MS] = [20_000, 5000]

/** The app on its port; `start` runs it, and runs it again when it dies. */
export const serve: CliCommand = {
  help:
    './vane serve --port PORT\n\nServes the app on 127.0.0.1, with DATABASE_URL and VANE_DATA ' +
    'given; `./vane start` does all that is needed for it.',
  async run(args) {
    const given = read(args, [], ['port'])
    const port = Number(given?.options.port)
    if (!given || !Number.isInteger(port)) {
      say('Wrong use: --port PORT is missing. Try --help.')
      return 2
    }
    process.title = 'vane-app'
    const { default: next } = await import('next')
    const app = next({ dev: false, dir: appRoot(), hostname: '127.0.0.1', port })
    await app.prepare()
    const handle = app.getRequestHandler()
    const server = createServer({ connectionsCheckingInterval: CHECKED_MS }, (request, response) => {
      const status = amiss(request)
      if (status === null) {
        void handle(request, response)
        return
      }
      response.writeHead(status, {
        'content-type': 'text/plain; charset=utf-8',
        'x-content-type-options': 'nosniff',
        connection: 'close',
      })
      response.end('This address or method cannot be answered.\n')
    })
    // Who connects and does not say what is wanted is let go of.
    server.headersTimeout = HEAD_MS
    server.listen(port, '127.0.0.1')
    await new Promise((_done, fail) => {
      server.on('error', fail)
    })
    return 0
  },
}
