import { useEffect, useRef, useState } from 'react'

const KEY = 'vane-draft-'
const kept = (key: string): string | null => {
  try {
    return localStorage.getItem(KEY + key)
  } catch {
    return null
  }
}
/** Keeps a text for the form of that key, as if it were written there; null: none. */
export function keepDraft(key: string, text: string | null): void {
  try {
    if (text === null) localStorage.removeItem(KEY + key)
    else localStorage.setItem(KEY + key, text)
  } catch {
    /* it is in the open form all the same */
  }
}

/**
 * The text of a form that is taken up by a press of its own. What is written stays when the form or the window closes,
 * and is there when it opens again, until it is taken up or given up.
 *
 * @param key     whose text it is, the same each time
 * @param stored  the text as it stands without what was written
 */
export function useDraft(key: string, stored: string) {
  const [draft, setDraft] = useState<string | null>(() => kept(key))
  const now = useRef(key)
  useEffect(() => {
    if (now.current === key) return
    now.current = key
    setDraft(kept(key))
  }, [key])
  const put = (text: string | null) => {
    keepDraft(key, text)
    setDraft(text)
  }
  return {
    text: draft ?? stored,
    /** Whether it is something else than what is stored. */
    drafted: draft !== null && draft !== stored,
    write: (text: string) => put(text === stored ? null : text),
    /** It was taken up, or is not wanted. */
    drop: () => put(null),
  }
}
