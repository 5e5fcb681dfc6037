import { ArrowLeft, CircleAlert, CloudOff, FolderOpen, Keyboard, Redo2, Search, Undo2, Upload } from 'lucide-react'
import Link from 'next/link'
import { findingsOf, findingsWithin } from '@/core/findings'
import { UNNAMED } from '@/core/lesson/make'
import { rename } from '@/core/edits'
import { FirstSteps } from './FirstSteps'
import { NotKept } from './NotKept'
import { goInside } from '../state/inside'
import { Trail } from './Trail'
import { setDesk, edit, useDesk } from '../state/desk'
import { LanguageShown } from '../language/LanguageShown'
import { keyOf, runCommand } from '../commands/commands'
import { Button, IconButton } from '../kit/button'
import { Words } from '../fields/fields'
import { FindingRow } from '../fields/FindingRow'
import { inWords, said } from '../../words/words'
import { PullOut } from '../kit/pullOut'
import { toldInWords } from '../../words/told'

const INKS: Record<string, string> = { saved: 'text-good', saving: 'text-muted' }
const FINDINGS = 'flex h-7 items-center gap-1.5 rounded border border-accent bg-accent-wash px-2 text-accent-deep'
const WORDS = {
  saved: inWords('workbench.saved'),
  saving: inWords('workbench.saving'),
  waiting: inWords('workbench.notSavedYet'),
}

function UndoAndRedo({ past }: { past: string | undefined }) {
  const future = useDesk(
    (b) =>
      (b.future[0] && toldInWords(b.future[0].label)) ?? (b.later > 0 ? inWords('workbench.aLaterStep') : undefined),
  )
  return (
    <>
      <IconButton
        label={past ? inWords('workbench.undo', past) : inWords('workbench.nothingToUndo')}
        keys={keyOf('undo')}
        disabled={!past}
        onClick={() => runCommand('undo')}
      >
        <Undo2 size={16} />
      </IconButton>
      <IconButton
        label={future ? inWords('workbench.redo', future) : inWords('workbench.nothingToRedo')}
        keys={keyOf('redo')}
        disabled={!future}
        onClick={() => runCommand('redo')}
      >
        <Redo2 size={16} />
      </IconButton>
    </>
  )
}
export function Header() {
  const lesson = useDesk((b) => b.lesson)
  const save = useDesk((b) => b.save)
  const past = useDesk(
    (b) =>
      (b.past.length > 0 ? toldInWords(b.past.at(-1)!.label) : undefined) ??
      (b.earlier > 0 ? inWords('workbench.anEarlierStep') : undefined),
  )
  const unnamed = lesson.name === UNNAMED && past !== undefined
  return (
    <header className="flex h-11 shrink-0 items-center gap-2 border-b border-edge-strong bg-sheet px-2">
      <Link
        href="/"
        aria-label={inWords('workbench.backToTheLessons')}
        className="grid size-7 place-items-center rounded hover:bg-black/5"
      >
        <ArrowLeft size={16} />
      </Link>
      <Trail />
      <h1 className="sr-only">{lesson.name}</h1>
      <div className="w-56 font-head text-[15px]">
        <Words
          label={inWords('workbench.nameOfTheLesson')}
          value={lesson.name}
          className={
            unnamed
              ? '!border-dashed !border-accent text-accent-deep focus:text-ink'
              : '!border-transparent !bg-transparent hover:!border-edge focus:!bg-card'
          }
          onChange={(v) =>
            v.trim() && edit(said('workbench.renameTheLessonTo', v.trim()), rename(v.trim().slice(0, 200)))
          }
        />
      </div>
      {unnamed && <span className="text-xs text-accent-deep">{inWords('workbench.giveItAName')}</span>}
      <span
        role="status"
        data-testid="save-state"
        data-state={save.state}
        title={save.sentence}
        className={`flex items-center gap-1.5 ${INKS[save.state] ?? 'font-semibold text-accent-deep'}`}
      >
        {save.state === 'waiting' && <CloudOff size={14} />}
        {WORDS[save.state]}
        {save.state === 'waiting' && <span className="font-normal">{inWords('workbench.keptInThisWindowTried')}</span>}
      </span>
      <NotKept />
      <span className="flex-1" />
      <UndoAndRedo past={past} />
      <span className="flex-1" />
      <FirstSteps />
      <Findings />
      <IconButton
        label={inWords('workbench.findACommand')}
        keys={keyOf('palette')}
        onClick={() => runCommand('palette')}
      >
        <Search size={15} />
      </IconButton>
      <IconButton label={inWords('workbench.showTheKeys')} keys="?" onClick={() => runCommand('keys')}>
        <Keyboard size={16} />
      </IconButton>
      <LanguageShown />
      <Button onClick={() => setDesk({ panel: 'files' })}>
        <FolderOpen size={14} />
        {inWords('workbench.files')}
      </Button>
      <Button look="main" onClick={() => setDesk({ panel: 'export' })}>
        <Upload size={14} />
        {inWords('common.export')}
      </Button>
    </header>
  )
}

/** What is amiss with the ties and pins: lost moments, ends before starts, spots out of sight. */
function Findings() {
  const timed = useDesk((b) => b.timed)
  const within = findingsWithin(timed)
  const findings = [...findingsOf(timed), ...within]
  if (findings.length === 0) return null
  return (
    <PullOut
      keysPass
      className="w-96 space-y-1 p-2"
      from={
        <button type="button" className={FINDINGS}>
          <CircleAlert size={14} />
          {inWords('counts.finding', findings.length)}
        </button>
      }
    >
      {findings.map((f) => (
        <FindingRow
          key={f.element + f.code + f.sentence}
          of={f}
          onGo={() => {
            if (within.includes(f)) goInside(f.element)
          }}
        />
      ))}
    </PullOut>
  )
}
