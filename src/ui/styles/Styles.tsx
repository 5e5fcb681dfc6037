'use client'

import { Copy, FileDown, Redo2, Share, Trash2, Undo2 } from 'lucide-react'
import { useMemo, useRef, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES } from '@/contract/routes'
import type { HouseStyle } from '@/core/lesson/schema'
import { STYLE_VARIANTS, type StyleVariant } from '@/core/lesson/style'
import { SHIPPED_STYLES } from '@/core/styles'
import { ask, sentenceOf } from '../kit/api'
import { Button, IconButton } from '../kit/button'
import { Words } from '../fields/fields'
import { Thumb } from '../kit/thumb'
import { PageHead } from '../kit/pageHead'
import { give, takeGiven } from '../library/given'
import { Contrasts } from './Contrasts'
import { useStyleDraft, type StyleState } from './draft'
import { Faces, Looks, PaletteFields } from './StyleFields'
import { loadStyles, useStyles, useTeamStyles } from './kept'
import { styleSample } from './sample'
import { Typefaces } from './Typefaces'
import { inWords } from '../../words/words'

const VARIANTS: Record<StyleVariant, string> = {
  light: inWords('styles.light'),
  dark: inWords('styles.dark'),
  contrast: inWords('styles.highContrast'),
}
/** Makes a style of the team's own of one, or lets one go. */
function useStyleActs(style: HouseStyle, setChosen: (id: string) => void) {
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
      toast(inWords('styles.isNotKeptAnyMore', style.name), {
        action: {
          label: inWords('common.undo'),
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
  return { copy, remove }
}

/** The house styles: what ships, and those of the team, which are changed here for all lessons that follow them. */
export function Styles() {
  const styles = useStyles()
  const team = useTeamStyles((s) => s.styles)
  const [chosen, setChosen] = useState<string>(SHIPPED_STYLES[0]!.id)
  const given = useRef<HTMLInputElement>(null)
  const style = styles.find((s) => s.id === chosen) ?? styles[0]!
  const own = team?.some((s) => s.id === style.id) ?? false
  const { copy, remove } = useStyleActs(style, setChosen)
  return (
    <div className="flex h-screen flex-col">
      <PageHead here="styles">
        <input
          ref={given}
          type="file"
          hidden
          accept=".json"
          aria-label={inWords('styles.filesFromOthers')}
          onChange={(e) => {
            void takeGiven([...(e.target.files ?? [])]).then(loadStyles)
            e.target.value = ''
          }}
        />
        <Button onClick={() => given.current?.click()}>
          <FileDown size={14} />
          {inWords('styles.bringInAFileFrom')}
        </Button>
        <Button onClick={() => void copy()}>
          <Copy size={14} />
          {own ? inWords('styles.makeAnotherOfIt') : inWords('styles.makeOneOfOurOwn')}
        </Button>
      </PageHead>
      <main className="flex min-h-0 flex-1">
        <Shelf chosen={style.id} onChoose={setChosen} />
        <StyleEditor key={style.id} style={style} own={own} onRemove={() => void remove()} />
      </main>
    </div>
  )
}

/** The team's styles and those that ship, to choose from. */
function Shelf({ chosen, onChoose }: { chosen: string; onChoose: (id: string) => void }) {
  const team = useTeamStyles((s) => s.styles)
  return (
    <nav
      aria-label={inWords('styles.houseStyles')}
      className="w-56 shrink-0 space-y-4 overflow-auto border-r border-edge p-4"
    >
      {[
        { title: inWords('styles.ours'), list: team ?? [] },
        { title: inWords('styles.readyToUse'), list: SHIPPED_STYLES },
      ].map(({ title, list }) => (
        <section key={title}>
          <h2 className="mb-1 text-xs text-muted">{title}</h2>
          {list.length === 0 && <p className="text-xs text-muted">{inWords('styles.noneYetChooseOneAnd')}</p>}
          <ul className="space-y-1.5">
            {list.map((s) => (
              <li key={s.id}>
                <button
                  type="button"
                  aria-current={s.id === chosen}
                  onClick={() => onChoose(s.id)}
                  className={
                    'block w-full rounded border p-1.5 text-left ' +
                    (s.id === chosen ? 'border-accent bg-accent-wash' : 'border-edge bg-card hover:border-edge-strong')
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
  )
}

function StyleThumb({ style }: { style: HouseStyle }) {
  const lesson = useMemo(() => styleSample(style), [style])
  return <Thumb lesson={lesson} frame={430} label={inWords('styles.whatLooksLike', style.name)} />
}

const STATES: Record<StyleState, string> = {
  stored: inWords('styles.saved'),
  storing: inWords('styles.saving'),
  waiting: inWords('styles.notSavedYetItIs'),
  'not stored': inWords('styles.notSaved'),
}
interface EditorProps {
  style: HouseStyle
  own: boolean
  onRemove: () => void
}
/** One style: what it looks like, and, where it is the team's own, what it says. */
function StyleEditor({ style: kept, own, onRemove }: EditorProps) {
  const draft = useStyleDraft(kept, own)
  const { style, change } = draft
  const [variant, setVariant] = useState<StyleVariant>(kept.variant)
  const seen = useMemo(() => ({ ...style, variant }), [style, variant])
  const lesson = useMemo(() => styleSample(seen), [seen])
  return (
    <div className="flex min-w-0 flex-1">
      <section className="min-w-0 flex-1 overflow-auto p-5">
        <div className="mb-3 flex items-center gap-2">
          {own ? (
            <Words
              label={inWords('styles.nameOfTheStyle')}
              value={style.name}
              className="!w-64 font-head text-lg"
              onChange={(name) => name.trim() && change({ ...style, name: name.trim().slice(0, 80) })}
            />
          ) : (
            <h2 className="font-head text-lg">{style.name}</h2>
          )}
          <span className="text-xs text-muted">
            {own ? STATES[draft.state] : inWords('styles.shipsWithTheProgramMake')}
          </span>
          <span className="flex-1" />
          <div role="group" aria-label={inWords('styles.colours')} className="flex gap-1">
            {STYLE_VARIANTS.map((v) => (
              <Button key={v} pressed={v === variant} onClick={() => setVariant(v)}>
                {VARIANTS[v]}
              </Button>
            ))}
          </div>
          {own && <OwnActs {...draft} onRemove={onRemove} />}
        </div>
        <Thumb lesson={lesson} frame={430} label={inWords('styles.whatLooksLike', style.name)} />
        <Contrasts style={seen} />
      </section>
      <aside
        className="w-[330px] shrink-0 overflow-auto border-l border-edge bg-sheet"
        aria-label={inWords('styles.whatTheStyleSays')}
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

/** What can be done with a style of the team. */
function OwnActs({
  style: { id, name },
  undo,
  redo,
  onRemove,
}: Pick<ReturnType<typeof useStyleDraft>, 'style' | 'undo' | 'redo'> & Pick<EditorProps, 'onRemove'>) {
  return (
    <>
      <IconButton label={inWords('common.undo')} keys="Ctrl+Z" disabled={!undo} onClick={() => undo?.()}>
        <Undo2 size={15} />
      </IconButton>
      <IconButton label={inWords('styles.redo')} keys="Ctrl+Shift+Z" disabled={!redo} onClick={() => redo?.()}>
        <Redo2 size={15} />
      </IconButton>
      <IconButton label={inWords('styles.saveAsAFileFor', name)} onClick={() => void give(id, name)}>
        <Share size={15} />
      </IconButton>
      <IconButton label={inWords('styles.letGoOf', name)} onClick={onRemove}>
        <Trash2 size={15} />
      </IconButton>
    </>
  )
}
