import { setLesson } from '@/core/edits'
import { chromium, type Page } from '@playwright/test'
import { createConnection } from 'mysql2/promise'
import { LESSON_VERSION, type Lesson, type Medium } from '@/core/lesson/schema'
import { daemonUrl } from '@/server/db/daemon'
import { appRoot } from '@/server/root'
import { Program } from '../testing/program'

/** A page of a browser without a GPU on a server of its own, for as long as `use` takes. */
export async function withServer<T>(root: string, use: (page: Page, base: string) => Promise<T>): Promise<T> {
  const program = await Program.make(appRoot(), root)
  program.build()
  await program.start()
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-background-networking',
      '--autoplay-policy=no-user-gesture-required',
    ],
  })
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    // The loader that runs this names functions with a helper that the page does not have.
    await page.addInitScript('globalThis.__name = (f) => f')
    return await use(page, program.base)
  } finally {
    await browser.close()
    await program.end()
  }
}

/** Stores a lesson on the server and gives its id. */
export async function store(base: string, lesson: Lesson): Promise<string> {
  const post = async (where: string, body: unknown) => {
    const r = await fetch(base + where, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: base },
      body: JSON.stringify(body),
    })
    if (!r.ok) throw new Error(await r.text())
    return r.json() as Promise<{ id: string }>
  }
  const { id } = await post('/api/lessons', { name: lesson.name })
  const { media, tracks, elements, moments, frame, rate, length, motionBlur } = lesson
  const edit = setLesson({ media, tracks, elements, moments, frame, rate, length, motionBlur })
  await post(`/api/lessons/${id}/steps?format=${LESSON_VERSION}`, {
    do: 'edit',
    base: 0,
    client: 'bench',
    label: 'fill',
    edit,
    seed: 'fill',
  })
  return id
}

/** Puts a file that lies in the data folder already into its library, as an import would have. */
export async function shelve(root: string, { sha256, name, kind, ...rest }: Medium): Promise<void> {
  const c = await createConnection({ uri: await daemonUrl(root) })
  try {
    await c.query(
      'INSERT INTO media (sha256, name, kind, medium, bytes, created_at) VALUES (?, ?, ?, ?, 0, UTC_TIMESTAMP())',
      [sha256, name, kind, JSON.stringify({ sha256, name, kind, ...rest })],
    )
  } finally {
    await c.end()
  }
}
