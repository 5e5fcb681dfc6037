import { useEffect, useRef, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import type { HouseStyle } from '@/core/lesson/schema'
import { Refusal, ask, sentenceOf } from '../kit/api'
import { keyName } from '../kit/keyName'
import { loadStyles } from './kept'
import { dropOwed, keepOwed, owedStored, storesItself } from './owed'

/** A style of the team is stored so long after the last change of it. */
const STORE_AFTER_MS = 500
/** The server could not be reached: so long after that it is tried again. */
const AGAIN_AFTER_MS = 2000

export type StyleState = 'stored' | 'storing' | 'waiting' | 'not stored'

/** Stores changes of a style one after the other, and keeps in the browser what is not stored yet. */
function useStoring(kept: HouseStyle, own: boolean, onOthers: (kept: HouseStyle) => void) {
  const [state, setState] = useState<StyleState>('stored')
  const timer = useRef(0)
  /** The revision that is stored. */
  const base = useRef(kept.revision)
  const sent = useRef(Promise.resolve())
  /** What is not stored yet. */
  const owed = useRef<HouseStyle | null>(null)
  /** What is on its way, without an answer yet. */
  const sending = useRef<HouseStyle | null>(null)
  /** Whether the browser keeps that, in case the window ends first. */
  const keeps = useRef(true)
  const store = (next: HouseStyle) => {
    owed.current = next
    keeps.current = keepOwed({ doc: next, base: base.current, sent: sending.current })
    setState('storing')
    sendIn(STORE_AFTER_MS)
  }
  const sendIn = (ms: number) => {
    window.clearTimeout(timer.current)
    // One after the other: each is changed from what the one before it stored.
    timer.current = window.setTimeout(() => {
      sent.current = sent.current.then(send)
    }, ms)
  }
  const send = async () => {
    const next = owed.current
    if (!next) return
    await owedStored()
    try {
      const body = { kind: 'style' as const, doc: next, base: base.current }
      sending.current = next
      await ask(ROUTES.keepAgain, { at: { id: next.id }, body })
      sending.current = null
      base.current = next.revision
      if (owed.current === next) {
        owed.current = null
        dropOwed(next.id)
      } else if (owed.current) keepOwed({ doc: owed.current, base: next.revision, sent: null })
      await loadStyles()
      if (!owed.current) setState('stored')
    } catch (e) {
      if (e instanceof Refusal && e.status < 500) {
        owed.current = null
        dropOwed(next.id)
        setState('not stored')
        toast.error(sentenceOf(e))
        return
      }
      setState('waiting')
      sendIn(AGAIN_AFTER_MS)
    }
  }
  // Stored from what another window left: it goes on from there.
  useEffect(() => {
    if (owed.current || kept.revision <= base.current) return
    base.current = kept.revision
    onOthers(kept)
  }, [kept, onOthers])
  useEffect(() => (own ? storesItself(kept.id) : undefined), [own, kept.id])
  // Left for another style or page, what was changed last is stored at once.
  useEffect(
    () => () => {
      window.clearTimeout(timer.current)
      void sent.current.then(send)
    },
    [],
  )
  useEffect(() => {
    const hold = (e: BeforeUnloadEvent) => {
      if (state === 'not stored' || (state !== 'stored' && !keeps.current)) e.preventDefault()
    }
    window.addEventListener('beforeunload', hold)
    return () => window.removeEventListener('beforeunload', hold)
  }, [state])
  return { store, state }
}

/** So many changes of a style can be undone. */
const MOST_STEPS = 200

/** A style that is worked on: as it is now, changed, undone and stored; `own`: it is the team's and can be changed. */
export function useStyleDraft(kept: HouseStyle, own: boolean) {
  const [style, setStyle] = useState(kept)
  const [past, setPast] = useState<HouseStyle[]>([])
  const [future, setFuture] = useState<HouseStyle[]>([])
  const { store, state } = useStoring(kept, own, setStyle)
  const put = (next: HouseStyle) => {
    const revised = { ...next, revision: style.revision + 1 }
    setStyle(revised)
    store(revised)
  }
  const change = (next: HouseStyle) => {
    setPast((p) => [...p.slice(1 - MOST_STEPS), style])
    setFuture([])
    put(next)
  }
  const step = (from: HouseStyle[], setFrom: typeof setPast, setTo: typeof setPast) => {
    const to = from.at(-1)
    if (!to) return
    setFrom((list) => list.slice(0, -1))
    setTo((list) => [...list, style])
    put(to)
  }
  const undo = () => step(past, setPast, setFuture)
  const redo = () => step(future, setFuture, setPast)
  useEffect(() => {
    const keys = (e: KeyboardEvent) => {
      if (!own || !(e.ctrlKey || e.metaKey) || (e.target as HTMLElement).closest('input, textarea')) return
      const name = keyName(e)
      if (name === 'Ctrl+z') undo()
      else if (name === 'Ctrl+Shift+Z' || name === 'Ctrl+y') redo()
      else return
      e.preventDefault()
    }
    window.addEventListener('keydown', keys)
    return () => window.removeEventListener('keydown', keys)
  })
  return { style, change, state, undo: past.length > 0 ? undo : null, redo: future.length > 0 ? redo : null }
}
