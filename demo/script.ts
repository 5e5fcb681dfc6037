import type { Line } from '../recorder/narrator'
import { Session } from '../recorder/session'

/** What the narrator says, and from which second on. */
export const LINES: Line[] = [
  { at: 0.6, text: 'Welcome to the Larkfield Tool Library. In this lesson, we lend out a tool with Loanbench.' },
  { at: 7.6, text: 'First, find the tool. Click the search box, and type drill.' },
  { at: 14.2, text: 'The list narrows as you type. Open the cordless drill.' },
  {
    at: 20.6,
    text: 'Its page shows the condition, the accessories, and the history. Scroll down to see who had it last.',
  },
  { at: 29.8, text: 'When all is well, scroll back up, and click Lend out.' },
  { at: 36.4, text: 'Now choose the member. Today, it is Odile Marsh.' },
  { at: 43.2, text: 'The due date is two weeks from now. Odile needs it for one week, so click one week.' },
  { at: 51.2, text: 'Check the due date, then click Confirm.' },
  { at: 56.6, text: 'Here is the receipt. Send it by mail, and the loan is complete.' },
  { at: 64.0, text: 'That is all. The drill is on its way, and the shelf is up to date.' },
]
export const SECONDS = 71

/** Lending out a drill at the front desk. */
export function lendOutATool(seed: number): Session {
  const s = new Session(seed)
  s.until(6.4)
  s.glide({ x: 1100, y: 560 })
  s.until(8.6)
  s.moveTo('search', { x: 0.3, y: 0.5 })
  s.until(10)
  s.click('search', () => s.set({ searching: true }))
  s.until(11.6)
  s.type('drill', 'search')
  s.until(15.8)
  s.moveTo('row-LT-027', { x: 0.16, y: 0.5 })
  s.until(17.6)
  s.click('row-LT-027', () =>
    s.set(
      { page: 'detail', searching: false },
      { label: 'the page “Cordless drill, 18 V” opens', rect: [264, 116, 1656, 964] },
    ),
  )
  s.until(20.2)
  s.glide({ x: 1240, y: 690 })
  s.until(25.2)
  s.scrollTo(520)
  s.until(29.2)
  s.glide({ x: 1180, y: 560 })
  s.until(30.6)
  s.scrollTo(0)
  s.moveTo('lend')
  s.until(33.6)
  s.click('lend', () => s.set({ dialog: true }, { label: 'the dialog “Lend out” opens', rect: [560, 214, 800, 652] }))
  s.until(37)
  s.moveTo('member', { x: 0.4, y: 0.5 })
  s.until(38.2)
  s.click('member', () =>
    s.set({ memberOpen: true }, { label: 'the list of members opens', rect: [600, 450, 720, 234] }),
  )
  s.until(39.6)
  s.moveTo('member-0', { x: 0.28, y: 0.5 })
  s.until(41)
  s.click('member-0', () => s.set({ memberOpen: false, member: 'Odile Marsh' }))
  s.until(46.6)
  s.moveTo('term-1 week')
  s.until(49)
  s.click('term-1 week', () => s.set({ term: '1 week' }))
  s.until(51.4)
  s.glide({ x: 800, y: 664 })
  s.until(53)
  s.moveTo('confirm')
  s.until(54.4)
  s.click('confirm', () =>
    s.set({ dialog: false, page: 'receipt', query: '' }, { label: 'the receipt appears', rect: [740, 156, 700, 690] }),
  )
  s.until(58.4)
  s.moveTo('mail')
  s.until(60)
  s.click('mail', () =>
    s.set(
      { toast: 'Receipt sent to Odile Marsh' },
      { label: 'the note “Receipt sent” appears', rect: [1500, 980, 380, 60] },
    ),
  )
  s.until(63)
  s.moveTo('done')
  s.until(64.6)
  s.click('done', () => s.set({ page: 'list', toast: null, scroll: 0 }))
  s.until(66)
  s.glide({ x: 1420, y: 900 })
  s.until(SECONDS)
  return s
}
