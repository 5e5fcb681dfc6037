import type { Figure } from './report'
import { withServer } from './server'

const LESSONS = 200

/** Measures how soon a library of two hundred lessons is shown. */
export async function measureLibrary(root: string, say: (line: string) => void): Promise<Figure[]> {
  return withServer(root, async (page, base) => {
    const headers = { 'content-type': 'application/json', origin: base }
    const [demo] = (await (await fetch(`${base}/api/lessons`)).json()) as { id: string }[]
    for (let n = 1; n < LESSONS; n++)
      await fetch(`${base}/api/lessons`, { method: 'POST', headers, body: JSON.stringify({ copyOf: demo!.id }) })
    const shown: number[] = []
    const listed: number[] = []
    for (let n = 0; n < 5; n++) {
      let began = performance.now()
      await (await fetch(`${base}/api/lessons`)).json()
      listed.push(performance.now() - began)
      began = performance.now()
      await page.goto(base, { waitUntil: 'commit' })
      await page.waitForFunction((n) => document.querySelectorAll('[data-lesson]').length === n, LESSONS)
      shown.push(performance.now() - began)
      await page.goto('about:blank')
    }
    const middle = (list: number[]) => list.sort((a, b) => a - b)[list.length >> 1]!
    say(`library: ${middle(shown).toFixed(0)} ms`)
    return [
      {
        what: `a library of ${LESSONS} lessons is shown`,
        bar: '≤ 1 s',
        measured: `${(middle(shown) / 1000).toFixed(2)} s`,
        detail: `its list in ${middle(listed).toFixed(0)} ms; worst of five ${(shown.at(-1)! / 1000).toFixed(2)} s`,
      },
    ]
  })
}
