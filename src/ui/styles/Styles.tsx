'use client'

import { Copy, FileDown, Redo2, Share, Trash2, Undo2 } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import type { HouseStyle } from '@/core/lesson/schema'
import { STYLE_VARIANTS, type StyleVariant } from '@/core/lesson/style'
import { SHIPPED_STYLES } from '@/core/styles'
import { keyName } from '../kit/keyName'
import { Refusal, ask, sentenceOf } from '../kit/api'
import { Button, IconButton } from '../kit/button'
import { Words } from '../fields/fields'
import { Thumb } from '../kit/thumb'
import { PageHead } from '../kit/pageHead'
import { give, takeGiven } from '../library/given'
import { Contrasts } from './Contrasts'
import { Faces, Looks, PaletteFields } from './StyleFields'
import { loadStyles, useStyles, useTeamStyles } from './kept'
import { dropOwed, keepOwed, owedStored, storesItself } from './owed'
import { styleSample } from './sample'
import { Typefaces } from './Typefaces'

const VARIANTS: Record<StyleVariant, string> = { light: 'Light', dark: 'Dark', contrast: 'High contrast' }
/** A style of the team is stored so long after the last change of it. */
const STORE_AFTER_MS = 500
/** The server could not be reached: so long after that it is tried again. */
const AGAIN_AFTER_MS = 2000

/** The house styles: what ships, and those of the team, which are changed here for all lessons that follow them. */
export function Styles() {
  const styles = useStyles()
  const team = useTeamStyles((s) => s.styles)
  const [chosen, setChosen] = useState<string>(SHIPPED_STYLES[0]!.id)
  const given = useRef<HTMLInputElement>(null)
  const style = styles.find((s) => s.id === chosen) ?? styles[0]!
  const own = team?.some((s) => s.id === style.id) ?? false
  const copy = async () => {
    try {
      const name = `${style.name}, ours`.slice(0, 80)
      const { id } = await ask(ROUTES.keep, { body: { kind: 'style', doc: { ...style, name, revision: 1 } } })
      await loadStyles()
      setChosen(id)
    } catch (e) {
      toast.error(sentenceOf(e))
    }
  }
  const remove = async () => {
    try {
      await ask(ROUTES.letGoOf, { at: { id: style.id } })
      await loadStyles()
      setChosen(SHIPPED_STYLES[0]!.id)
      toast(`“${style.name}” is not kept any more. Lessons that follow it stay as they are.`, {
        action: {
          label: 'Undo',
          onClick: () =>
            void ask(ROUTES.keep, { body: { kind: 'style', doc: style } })
              .then(loadStyles)
              .catch((e: unknown) => toast.error(sentenceOf(e))),
        },
      })
    } catch (e) {
      toast.error(sentenceOf(e))
    }
  }
  return (
    <div className="flex h-screen flex-col">
      <PageHead here="styles">
        <input
          ref={given}
          type="file"
          hidden
          accept=".json"
          aria-label="Files from others"
          onChange={(e) => {
            void takeGiven([...(e.target.files ?? [])]).then(loadStyles)
            e.target.value = ''
          }}
        />
        <Button onClick={() => given.current?.click()}>
          <FileDown size={14} />
          Bring in a file from others
        </Button>
        <Button onClick={() => void copy()}>
          <Copy size={14} />
          {own ? 'Make another of it' : 'Make one of our own of it'}
        </Button>
      </PageHead>
      <main className="flex min-h-0 flex-1">
        <nav aria-label="House styles" className="w-56 shrink-0 space-y-4 overflow-auto border-r border-edge p-4">
          {[
            { title: 'Ours', list: team ?? [] },
            { title: 'Ready to use', list: SHIPPED_STYLES },
          ].map(({ title, list }) => (
            <section key={title}>
              <h2 className="mb-1 text-xs text-muted">{title}</h2>
              {list.length === 0 && <p className="text-xs text-muted">None yet. Choose one and make it your own.</p>}
              <ul className="space-y-1.5">
                {list.map((s) => (
                  <li key={s.id}>
                    <button
                      type="button"
                      aria-current={s.id === style.id}
                      onClick={() => setChosen(s.id)}
                      className={
                        'block w-full rounded border p-1.5 text-left ' +
                        (s.id === style.id
                          ? 'border-accent bg-accent-wash'
                          : 'border-edge bg-card hover:border-edge-strong')
                      }
                    >
                      <StyleThumb style={s} />
                      <span className="mt-1 block font-semibold">{s.name}</span>
                    </button>
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </nav>
        <StyleEditor key={style.id} style={style} own={own} onRemove={() => void remove()} />
      </main>
    </div>
  )
}

function StyleThumb({ style }: { style: HouseStyle }) {
  const lesson = useMemo(() => styleSample(style), [style])
  return <Thumb lesson={lesson} frame={430} label={`What ${style.name} looks like`} />
}

/** One style: what it looks like, and, where it is the team's own, what it says. */
function StyleEditor({ style: kept, own, onRemove }: { style: HouseStyle; own: boolean; onRemove: () => void }) {
  const [style, setStyle] = useState(kept)
  const [variant, setVariant] = useState<StyleVariant>(kept.variant)
  const [past, setPast] = useState<HouseStyle[]>([])
  const [future, setFuture] = useState<HouseStyle[]>([])
  const [state, setState] = useState<'stored' | 'storing' | 'waiting' | 'not stored'>('stored')
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
    setStyle(next)
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
    setStyle(kept)
  }, [kept])
  useEffect(() => (own ? storesItself(kept.id) : undefined), [own, kept.id])
  // Left for another style or page, what was changed last is stored at once.
  useEffect(
    () => () => {
      window.clearTimeout(timer.current)
      void sent.current.then(send)
    },
    [],
  )
  const change = (next: HouseStyle) => {
    setPast((p) => [...p.slice(-199), style])
    setFuture([])
    store({ ...next, revision: style.revision + 1 })
  }
  const step = (from: HouseStyle[], setFrom: typeof setPast, setTo: typeof setPast) => {
    const to = from.at(-1)
    if (!to) return
    setFrom((list) => list.slice(0, -1))
    setTo((list) => [...list, style])
    store({ ...to, revision: style.revision + 1 })
  }
  useEffect(() => {
    const hold = (e: BeforeUnloadEvent) => {
      if (state === 'not stored' || (state !== 'stored' && !keeps.current)) e.preventDefault()
    }
    window.addEventListener('beforeunload', hold)
    return () => window.removeEventListener('beforeunload', hold)
  }, [state])
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
  const seen = useMemo(() => ({ ...style, variant }), [style, variant])
  const lesson = useMemo(() => styleSample(seen), [seen])
  return (
    <div className="flex min-w-0 flex-1">
      <section className="min-w-0 flex-1 overflow-auto p-5">
        <div className="mb-3 flex items-center gap-2">
          {own ? (
            <Words
              label="Name of the style"
              value={style.name}
              className="!w-64 font-head text-lg"
              onChange={(name) => name.trim() && change({ ...style, name: name.trim().slice(0, 80) })}
            />
          ) : (
            <h2 className="font-head text-lg">{style.name}</h2>
          )}
          <span className="text-xs text-muted">
            {own
              ? {
                  stored: 'Saved',
                  storing: 'Saving …',
                  waiting: 'Not saved yet: it is tried again',
                  'not stored': 'Not saved',
                }[state]
              : 'Ships with the program: make one of your own of it to change it.'}
          </span>
          <span className="flex-1" />
          <div role="group" aria-label="Colours" className="flex gap-1">
            {STYLE_VARIANTS.map((v) => (
              <Button key={v} pressed={v === variant} onClick={() => setVariant(v)}>
                {VARIANTS[v]}
              </Button>
            ))}
          </div>
          {own && (
            <>
              <IconButton label="Undo" keys="Ctrl+Z" disabled={past.length === 0} onClick={undo}>
                <Undo2 size={15} />
              </IconButton>
              <IconButton label="Redo" keys="Ctrl+Shift+Z" disabled={future.length === 0} onClick={redo}>
                <Redo2 size={15} />
              </IconButton>
              <IconButton
                label={`Save “${style.name}” as a file for others`}
                onClick={() => void give(style.id, style.name)}
              >
                <Share size={15} />
              </IconButton>
              <IconButton label={`Let go of “${style.name}”`} onClick={onRemove}>
                <Trash2 size={15} />
              </IconButton>
            </>
          )}
        </div>
        <Thumb lesson={lesson} frame={430} label={`What ${style.name} looks like`} />
        <Contrasts style={seen} />
      </section>
      <aside
        className="w-[330px] shrink-0 overflow-auto border-l border-edge bg-sheet"
        aria-label="What the style says"
      >
        <fieldset disabled={!own} className={own ? '' : 'opacity-60'}>
          <PaletteFields style={style} variant={variant} onChange={change} />
          <Faces style={style} onChange={change} />
        </fieldset>
        <Typefaces />
        <fieldset disabled={!own} className={own ? '' : 'opacity-60'}>
          <Looks style={seen} onChange={(next) => change({ ...next, variant: style.variant })} />
        </fieldset>
      </aside>
    </div>
  )
}
