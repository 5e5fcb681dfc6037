import { createContext, useContext, useEffect, useState, type KeyboardEvent } from 'react'
import { toast } from 'sonner'
import { beginTyping, endTyping, type Typing } from '../kit/typing'

/** What the place in which fields stand does with what is being typed. */
export interface Typist {
  /** Shows what would come of it, and keeps it for the case that the window ends before it is handed on. */
  tries: (make: () => void) => void
  /** Keeps it only: what would come of it takes too long to be shown with each letter. */
  keeps: (make: () => void) => void
  /** It was handed on or taken back. */
  ends: () => void
  /** Frames a second, so that seconds can be typed where frames are meant. */
  perSecond: () => number
}
/** Fields of a lesson have one; elsewhere what is typed is handed on as soon as the typing rests. */
export const TypistContext = createContext<Typist | null>(null)

const RESTS_MS = 600

/** What a field stands for as something is typed in it. */
interface Meant<T> {
  shown: string
  read: (text: string) => T | null
  unread?: (text: string) => string
  other?: (text: string) => string | null
  give: (value: T) => void
}
/** What is typed in one field, with what the field stood for as it was typed: these go together, whatever is drawn. */
class Typed<T> implements Typing {
  text: string | null = null
  /** What stood there before the typing began. */
  private before = ''
  private meant: Meant<T> | null = null
  private timer: ReturnType<typeof setTimeout> | undefined
  private place: HTMLElement | null = null
  private typist: Typist | null = null
  constructor(private readonly show: (text: string | null) => void) {}

  node = () => this.place
  at = (place: HTMLElement | null) => {
    this.place = place
  }
  type(text: string, meant: Meant<T>, typist: Typist | null): void {
    if (this.text === null) this.before = meant.shown
    this.text = text
    this.meant = meant
    this.typist = typist
    this.show(text)
    beginTyping(this)
    const value = text === meant.shown ? null : meant.read(text)
    if (typist) {
      typist.tries(() => value !== null && meant.give(value))
      return
    }
    clearTimeout(this.timer)
    this.timer = setTimeout(() => {
      // It goes on being typed in: what it shows stays.
      if (this.text !== null && value !== null) meant.give(value)
    }, RESTS_MS)
  }
  /** Hands it on. */
  hand = () => {
    const { text, meant } = this
    this.forget()
    if (text === null || !meant || text === meant.shown) return
    const value = meant.read(text)
    const other = meant.other?.(text)
    if (other) toast(other, { id: 'typed' })
    if (value !== null) meant.give(value)
    else if (meant.unread && text.trim() !== '') toast.error(meant.unread(text), { id: 'typed' })
  }
  forget(): void {
    clearTimeout(this.timer)
    this.text = null
    this.meant = null
    endTyping(this)
    this.show(null)
    this.typist?.ends()
    this.typist = null
  }
  /** Takes back what was typed, and what of it was handed on as the typing rested. */
  takeBack(now: Meant<T>): void {
    const first = this.text === null || this.before === now.shown ? null : now.read(this.before)
    this.forget()
    if (first !== null) now.give(first)
  }
}

/**
 * The text of a field between the first letter and its handing on. It is handed on by Enter, by going elsewhere, by
 * whatever is pressed next, and when the field or the page goes; Escape alone takes it back.
 *
 * @param shown   the text as it stands without typing
 * @param read    what a text means; null when it means nothing, which `unread` tells in a sentence
 * @param other   why what was typed comes to another value, in a sentence
 * @param give    hands on a value
 * @param end     the field is left
 * @param tried   whether what would come of it is shown while it is typed; `kept`: it is only kept, for the case that
 *                the window ends
 */
export function useTyped<T>({
  shown,
  read,
  unread,
  other,
  give,
  end,
  lines = 1,
  tried = true,
}: Meant<T> & { end?: () => void; lines?: number; tried?: boolean | 'kept' }) {
  const typist = useContext(TypistContext)
  const [text, setText] = useState<string | null>(null)
  const [own] = useState(() => new Typed<T>(setText))
  const mine = typist && tried !== true ? { ...typist, tries: tried === 'kept' ? typist.keeps : () => {} } : typist
  useEffect(
    () => () => {
      if (own.text !== null) own.hand()
    },
    [own],
  )
  return {
    typed: text,
    forget: () => own.forget(),
    field: {
      ref: own.at,
      value: text ?? shown,
      onChange: (e: { target: { value: string } }) =>
        own.type(e.target.value, { shown, read, unread, other, give }, mine),
      onBlur: () => {
        if (own.text !== null) own.hand()
        end?.()
      },
      onKeyDown: (e: KeyboardEvent<HTMLElement>) => {
        e.stopPropagation()
        if (e.nativeEvent.isComposing) return
        // The key is used up: what the value opens must not be answered by it.
        if (e.key === 'Enter' && (lines === 1 || e.ctrlKey || e.metaKey)) {
          e.preventDefault()
          e.currentTarget.blur()
        }
        if (e.key === 'Escape') {
          if (typist && tried !== 'kept') own.forget()
          else own.takeBack({ shown, read, unread, give })
          e.currentTarget.blur()
        }
      },
    },
  }
}
