import type { Locator, Page } from '@playwright/test'

/**
 * What is typed in, ticked, chosen from or pushed. A search and a picker of files hold no value; the time of the
 * playhead goes along with what is pressed.
 */
const CONTROLS =
  'input:not([type=file], [type=search], [cmdk-input], [data-testid=timecode]), textarea, select, ' +
  '[contenteditable=true], [role=slider]:not([aria-label=Playhead]), [role=checkbox], [role=switch], [role=spinbutton]'

/** What people press, by its name. */
export type Press = readonly [name: string, act: (page: Page) => Promise<void>]

/** A place with controls: how it is come to, from whatever was done before, and where it stands. */
export interface Place {
  name: string
  open: (page: Page) => Promise<void>
  root: (page: Page) => Locator
  /** What people press with a control still full of what they set, by turns. */
  presses: readonly Press[]
}
interface Control {
  key: string
  kind: 'words' | 'number' | 'tick' | 'list' | 'slider' | 'colour'
}
export interface Walk {
  /** The controls that were walked, by what they are called. */
  walked: Set<string>
  /** What was not as it was set, in sentences. */
  lost: string[]
  /** What was not as it was set, but with a sentence that says why. */
  told: string[]
  /** Controls that could not be set wherever they stand. */
  unreached: Set<string>
}
export const newWalk = (): Walk => ({ walked: new Set(), lost: [], told: [], unreached: new Set() })

/** The controls that stand in a place, marked so that each can be taken hold of. */
const standing = (root: Locator): Promise<Control[]> =>
  root.evaluate((place, all) => {
    const seen = new Map<string, number>()
    return [...place.querySelectorAll<HTMLInputElement>(all)].map((c) => {
      const name =
        c.getAttribute('aria-label') ??
        document.getElementById(c.getAttribute('aria-labelledby') ?? '')?.textContent ??
        c.labels?.[0]?.textContent ??
        ''
      const role = c.getAttribute('role')
      const kind =
        c.tagName === 'SELECT'
          ? ('list' as const)
          : c.type === 'checkbox' || c.type === 'radio' || role === 'checkbox' || role === 'switch'
            ? ('tick' as const)
            : c.type === 'range' || role === 'slider'
              ? ('slider' as const)
              : c.type === 'color'
                ? ('colour' as const)
                : ('words' as const)
      const own = `${kind} “${name.trim()}”`
      const n = (seen.get(own) ?? 0) + 1
      seen.set(own, n)
      const key = n === 1 ? own : `${own} ${n}`
      c.dataset.walk = key
      return { key, kind }
    })
  }, CONTROLS)
const quoted = (text: string) => text.replaceAll('\\', '\\\\').replaceAll('"', '\\"')
/** A control of a place by what it is called, also where it is drawn anew meanwhile. */
async function held(root: Locator, key: string): Promise<Locator> {
  const control = root.locator(`[data-walk="${quoted(key)}"]`)
  for (let n = 0; n < 20 && (await control.count()) === 0; n++) {
    if (n > 0) await root.page().waitForTimeout(100)
    await standing(root)
  }
  return control
}

const valueOf = (control: Locator): Promise<string> =>
  control.evaluate((c) => {
    const field = c as HTMLInputElement
    if (field.type === 'checkbox' || field.type === 'radio') return String(field.checked)
    return c.getAttribute('aria-checked') ?? c.getAttribute('aria-valuenow') ?? field.value ?? c.textContent
  })

/** Another value for a field of words or numbers, of the sort that stands in it. */
export function otherThan(before: string, label: string): string {
  if (/\(dB\)/.test(label)) return String(Number(before) - 1)
  if (/^\d\d:\d\d:\d\d:\d\d$/.test(before)) return before.slice(0, -2) + '05'
  if (/ as hex$/.test(label) || /^#[0-9a-f]{6}$/.test(before)) return before === '#b7a7c7' ? '#a7b7c7' : '#b7a7c7'
  if (/ as CSS$/.test(label)) return 'ease-in'
  if (/^-?\d+(\.\d+)?$/.test(before))
    return String(+(Number(before) > 1 ? Number(before) - 1 : Number(before) + 1).toFixed(3))
  return `${before}b7`.slice(-9)
}

/** Sets a control to something else. @returns what it is to be from then on; null where there is nothing else */
async function set(control: Locator, { kind, key }: Control): Promise<string | null> {
  const before = await valueOf(control)
  if (kind === 'list') {
    const other = await control.evaluate(
      (s) => [...(s as unknown as HTMLSelectElement).options].find((o) => !o.selected && !o.disabled)?.value ?? null,
    )
    if (other !== null) await control.selectOption(other)
    return other
  }
  if (kind === 'tick') {
    await control.click()
    return before === 'true' ? 'false' : 'true'
  }
  if (kind === 'slider') {
    await control.focus()
    await control.press('ArrowLeft')
    if ((await valueOf(control)) === before) await control.press('ArrowRight')
    return valueOf(control)
  }
  const wanted =
    kind === 'colour' ? (before === '#b7a7c7' ? '#a7b7c7' : '#b7a7c7') : otherThan(before, key.slice(7, -1))
  await control.fill(wanted)
  return wanted
}

/** What is looked at, and what is done by choosing it: no value of anything. */
const VIEWS = /^(list “(Look of|Add a language)”|tick “Only what is missing)/
/** Each time it is typed, what it says is done once more; it stands at what does nothing. */
const ADDS = /^words “(turn each by|size of each, by) /
const lastDone = async (page: Page): Promise<string> =>
  (await page.getByRole('button', { name: /^(Undo|Nothing to undo)/ }).getAttribute('aria-label')) ?? ''
const sayings = (page: Page): Promise<string[]> => page.locator('[data-sonner-toast]').allTextContents()

/**
 * Which press comes after which control: another number, another pairing; `kill`: after every control the page is
 * killed a second later, and looked for in a new one.
 */
const PAIRING = process.env.VANE_WALK ?? '0'
/** How long a walk may take. */
export const PATIENCE_MS = PAIRING === 'kill' ? 3_600_000 : 1_800_000
async function killed(page: Page): Promise<Page> {
  await page.waitForTimeout(1000)
  const address = page.url()
  const crash = page.waitForEvent('crash').catch(() => null)
  await page.goto('chrome://crash').catch(() => null)
  await crash
  const next = await page.context().newPage()
  await next.goto(address)
  await next.getByRole('main').waitFor()
  if (address.includes('/lessons/')) await next.waitForSelector('main[data-ready=true]')
  return next
}

/** No place has so many controls. */
const TURNS = 600
/**
 * Sets every control of a place that was not walked elsewhere, presses something else, and looks for what was set.
 * @returns the page to go on with
 */
export async function walk(page: Page, place: Place, { walked, lost, told, unreached }: Walk): Promise<Page> {
  const { presses } = place
  let isOpen = false
  const tried = new Set<string>()
  for (let turn = 0; turn < TURNS; turn++) {
    if (!isOpen) await place.open(page)
    isOpen = false
    const there = (await standing(place.root(page))).filter((c) => !VIEWS.test(c.key))
    const next = there.find((c) => !walked.has(c.key) && !tried.has(c.key))
    if (!next) return page
    tried.add(next.key)
    const control = await held(place.root(page), next.key)
    const reached = next.key.includes('“”')
      ? false
      : await control.isEnabled().then(async (on) => on && ((await control.isEditable()) || next.kind !== 'words'))
    const said = await sayings(page)
    const before = reached ? await valueOf(control) : ''
    const wanted = reached ? await set(control, next).catch(() => undefined) : undefined
    if (wanted === undefined) {
      unreached.add(`${place.name}: ${next.key}`)
      continue
    }
    walked.add(next.key)
    // What it opens may let others be set that could not be.
    tried.clear()
    for (const u of unreached) if (u.endsWith(`: ${next.key}`)) unreached.delete(u)
    if (wanted === null) continue
    const [press, act] = presses[(walked.size + (Number(PAIRING) || 0)) % presses.length]!
    if (PAIRING === 'kill') page = await killed(page)
    else await act(page)
    if (ADDS.test(next.key) && /^Undo: (Turn|Scale) several/.test(await lastDone(page))) continue
    const why = (await sayings(page)).filter((s) => !said.includes(s))
    await place.open(page)
    const now = await held(place.root(page), next.key)
    const after = (await now.count()) > 0 ? await valueOf(now) : 'gone'
    if (after === wanted) {
      // What only stands there while it is ticked can be reached again.
      if (wanted === 'false') await now.click()
      // It stands open already for the next one.
      isOpen = true
      continue
    }
    const line = `${place.name}: ${next.key} was ${before}, set to ${wanted}; ${press}: ${after}`
    if (why.length > 0) told.push(`${next.key}: ${why.join(' ')}`)
    else lost.push(line)
  }
  return page
}
