/** What a line needs of its browser: each window has its own, all of them share the locks and the channel. */
export interface Surroundings {
  /** Opens the line to the server. @returns what closes it */
  connect: (on: { message: (text: string) => void; open: () => void }) => () => void
  /** Waits for the lead and holds it until what is returned is settled; `steal` takes it from whoever has it. */
  lead: (held: () => Promise<void>, steal: boolean) => Promise<void>
  /** Tells the other windows; `hear` is told by them. */
  tell: (said: LineWord) => void
  hear: (listener: (said: LineWord) => void) => () => void
  /** Whether somebody looks at this window: one that is hidden may be slow, and takes nothing over. */
  watched: () => boolean
}
export type LineWord = { say: 'news'; text: string } | { say: 'open' | 'beat' | 'who' }

/** So often the window that leads tells that it is still awake, and after so long without it another one takes over. */
export const BEAT_MS = 3000
export const SILENCE_MS = 10_000

/**
 * One line to the server for all windows of a browser, which keeps only six connections to a host. The window that
 * leads has the line and passes on what it hears. It is known by a lock that goes with it, so that another one leads as
 * soon as it is closed or killed; and by its beat, so that one that the browser has frozen is taken over from.
 *
 * @returns what leaves it
 */
export function joinLine(on: { message: (text: string) => void; open: () => void }, of: Surroundings): () => void {
  let left = false
  let leads: (() => void) | null = null
  let heard = Date.now()
  let isOpen = false
  const lead = (steal: boolean) =>
    void of
      .lead(
        () =>
          new Promise<void>((done) => {
            if (left) {
              done()
              return
            }
            const close = of.connect({
              message(text) {
                of.tell({ say: 'news', text })
                on.message(text)
              },
              open() {
                isOpen = true
                of.tell({ say: 'open' })
                on.open()
              },
            })
            leads = () => {
              leads = null
              isOpen = false
              close()
              done()
            }
            of.tell({ say: 'beat' })
          }),
        steal,
      )
      .catch(() => {
        // It was taken over from: this window was not awake.
        leads?.()
        heard = Date.now()
        if (!left) lead(false)
      })
  const stop = of.hear((said) => {
    if (said.say === 'who') {
      if (leads && isOpen) of.tell({ say: 'open' })
      return
    }
    heard = Date.now()
    if (leads) return
    if (said.say === 'news') on.message(said.text)
    if (said.say === 'open') on.open()
  })
  const beat = setInterval(() => {
    if (leads) of.tell({ say: 'beat' })
    else if (of.watched() && Date.now() - heard > SILENCE_MS) {
      heard = Date.now()
      lead(true)
    }
  }, BEAT_MS)
  lead(false)
  of.tell({ say: 'who' })
  return () => {
    left = true
    clearInterval(beat)
    stop()
    leads?.()
  }
}
