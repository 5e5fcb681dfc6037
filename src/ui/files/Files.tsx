import { ROUTES, type LibraryFile } from '@/contract/routes'
import { Film, Image, Layers, Music, Plus, Replace, RotateCcw, Upload, X } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { elementIn } from '@/core/edits'
import { mediumOf, shows } from '@/core/kinds'
import type { Medium } from '@/core/lesson/schema'
import { setDesk, useDesk } from '../state/desk'
import { beginAdding } from '../commands/acts'
import { ask } from '../kit/api'
import { Button } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { Question } from '../kit/question'
import { isOver } from '@/contract/news'
import { cancelJob, forgetJob, retryJob, useJobs } from '../kit/jobs'
import { SearchBox } from '../kit/searchBox'
import {
  bringIn,
  bringInSamples,
  cancelSending,
  comingFiles,
  forgetSending,
  layFile,
  layFileOver,
  replaceChosen,
  unfitFor,
  retrySending,
  useSending,
  type Coming,
} from './bringIn'
import { OtherLessons } from './OtherLessons'
import { inWords } from '../../words/words'

const ICONS = { take: Film, sound: Music, picture: Image }
const ACCEPT =
  '.mp4,.mov,.webm,.mkv,.gif,.png,.jpg,.jpeg,.webp,.svg,.wav,.mp3,.m4a,.ogg,.opus,.flac,.jsonl,.vtt,.srt,.txt,.md'
const lengthOf = (m: Medium) =>
  m.durationUs
    ? `${Math.floor(m.durationUs / 6e7)}:${String(Math.floor((m.durationUs / 1e6) % 60)).padStart(2, '0')}`
    : ''

/** Files are brought in here, and used again from the library. */
export function Files() {
  const open = useDesk((b) => b.panel === 'files')
  const coming = useComing()
  const [search, setSearch] = useState('')
  // A shorter file than the one that it is to come in place of.
  const [shorter, setShorter] = useState<Medium | null>(null)
  const files = useLibrary(open, search, coming.filter((f) => f.state === 'done').length)
  return (
    <Dialog open={open} onOpenChange={(o) => !o && setDesk({ panel: 'none' })} title={inWords('files.files')} wide>
      <Drop />
      {coming.length > 0 && (
        <ul className="thin-scroll mt-3 max-h-44 space-y-1 overflow-auto">
          {coming.slice(0, MOST_COMING).map((f) => (
            <ComingRow key={f.key} file={f} />
          ))}
        </ul>
      )}
      <Shorter file={shorter} onLeave={() => setShorter(null)} />
      <div className="mt-4 mb-2 flex items-center justify-between">
        <h3 className="font-semibold">{inWords('files.library')}</h3>
        <SearchBox
          label={inWords('files.searchTheLibrary')}
          value={search}
          onChange={setSearch}
          className="w-56 py-0.5"
        />
      </div>
      <ul className="thin-scroll max-h-64 divide-y divide-edge overflow-auto rounded border border-edge bg-card">
        {files?.map((f) => (
          <LibraryRow key={f.sha256} file={f} onShorter={setShorter} />
        ))}
        {files?.length === 0 && (
          <li className="p-3 text-muted">
            {search ? inWords('files.noFileInTheLibrary') : inWords('files.theLibraryIsEmpty')}
          </li>
        )}
        {files === null && <li className="p-3 text-muted">{inWords('files.looking')}</li>}
      </ul>
      {open && <OtherLessons search={search} />}
    </Dialog>
  )
}
/** Of more that came in, the latest are listed. */
const MOST_COMING = 12
const TYPED_MS = 200

/** The library's files by a part of their name, looked for again as more of what comes in is `ready`. */
function useLibrary(open: boolean, search: string, ready: number): LibraryFile[] | null {
  const [files, setFiles] = useState<LibraryFile[] | null>(null)
  useEffect(() => {
    if (!open) return
    const look = () => void ask(ROUTES.listMedia, { query: { search } }).then(setFiles, () => setFiles([]))
    const timer = setTimeout(look, search ? TYPED_MS : 0)
    return () => clearTimeout(timer)
  }, [open, search, ready])
  return files
}

/** Where files are dropped, or picked. */
function Drop() {
  const picker = useRef<HTMLInputElement>(null)
  return (
    <>
      <button
        type="button"
        onClick={() => picker.current?.click()}
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault()
          e.stopPropagation()
          bringIn([...e.dataTransfer.files])
        }}
        className={
          'flex w-full flex-col items-center gap-1 rounded border-2 border-dashed ' +
          'border-edge-strong bg-card px-4 py-4 hover:border-accent'
        }
      >
        <Upload size={20} />
        <strong>{inWords('files.dropFilesHereOrPress')}</strong>
        <span className="text-muted">{inWords('files.recordingsMp4MovWebmMkv')}</span>
      </button>
      <p className="mt-1.5 text-muted">
        {inWords('files.nothingAtHand')}{' '}
        <button type="button" className="text-accent-deep underline" onClick={() => void bringInSamples()}>
          {inWords('files.bringInSampleFiles')}
        </button>
        {inWords('files.aRecordingWithItsTrace')}
      </p>
      <input
        ref={picker}
        type="file"
        multiple
        accept={ACCEPT}
        className="hidden"
        data-testid="file-picker"
        onChange={(e) => {
          bringIn([...(e.target.files ?? [])])
          e.target.value = ''
        }}
      />
    </>
  )
}

/** Asks whether a file that is too short is to come in place of what is selected. */
function Shorter({ file, onLeave }: { file: Medium | null; onLeave: () => void }) {
  return (
    <Question
      open={file !== null}
      title={inWords('files.isShorter', file?.name ?? '')}
      words={inWords('files.notAllOfItHas', file ? unfitFor(file).join(' ') : '')}
      onLeave={onLeave}
    >
      <Button onClick={onLeave}>{inWords('files.leaveIt')}</Button>
      <Button
        look="main"
        onClick={() => {
          onLeave()
          replaceChosen(file!)
        }}
      >
        {inWords('files.putItInItsPlace')}
      </Button>
    </Question>
  )
}

/** A file of the library, and what can be done with it here. */
function LibraryRow({ file: f, onShorter }: { file: LibraryFile; onShorter: (file: Medium) => void }) {
  const media = useDesk((b) => b.lesson.media)
  const chosen = useDesk((b) => (b.elements.length === 1 ? elementIn(b.lesson, b.elements[0]!) : undefined))
  const here = Object.entries(media).find(([, m]) => m.sha256 === f.sha256)?.[0]
  const shown = chosen && mediumOf(chosen)
  /** What is selected, where this file can be shown in its place. */
  const instead = chosen && shown && media[shown]?.sha256 !== f.sha256 && shows(chosen, f.medium) ? chosen : null
  const Icon = ICONS[f.kind]
  const picture = f.kind === 'picture'
  return (
    <li className="flex flex-wrap items-center justify-end gap-x-2 gap-y-1 px-2 py-1.5">
      {picture ? (
        <img src={`/${f.medium.file}`} alt="" loading="lazy" className="size-6 shrink-0 object-contain" />
      ) : (
        <Icon size={15} aria-hidden className="shrink-0 text-muted" />
      )}
      <span className="min-w-40 flex-1 truncate" title={f.name}>
        {f.name}
      </span>
      <span className="figures whitespace-nowrap text-xs text-muted">
        {f.medium.width ? `${f.medium.width} × ${f.medium.height}` : ''} {lengthOf(f.medium)}
      </span>
      {picture && here !== undefined && (
        <Button
          onClick={() => {
            setDesk({ panel: 'none' })
            beginAdding('still', here)
          }}
        >
          <Plus size={13} />
          {inWords('files.placeOnThePicture')}
        </Button>
      )}
      {picture && here === undefined && (
        <Button onClick={() => void layFile(f.sha256, f.medium)}>
          <Plus size={13} />
          {inWords('files.addToTheLesson')}
        </Button>
      )}
      {(!picture || here !== undefined) && (
        <Button onClick={() => void layFile(f.sha256, f.medium, true)}>
          <Plus size={13} />
          {here !== undefined && !picture ? inWords('files.addAgain') : inWords('files.addToTheTimeline')}
        </Button>
      )}
      {instead && (
        <Button onClick={() => (unfitFor(f.medium).length > 0 ? onShorter(f.medium) : replaceChosen(f.medium))}>
          <Replace size={13} />
          {inWords('files.inPlaceOf', instead.name)}
        </Button>
      )}
      <Button onClick={() => void layFileOver(f.sha256, f.medium)}>
        <Layers size={13} />
        {f.kind === 'sound' ? inWords('files.addAtThePlayhead') : inWords('files.placeOnTopAtThe')}
      </Button>
    </li>
  )
}

/** What is on its way into this lesson. */
function useComing(): Coming[] {
  const sending = useSending((s) => s.files)
  const jobs = useJobs((s) => s.jobs)
  const lesson = useDesk((b) => b.id)
  return comingFiles(sending, jobs, lesson)
}
const cancel = (f: Coming) => {
  if (f.sending && f.job?.state !== 'waiting') void cancelSending(f.sending)
  else if (f.job) cancelJob(f.job.id)
}
const retry = (f: Coming) => {
  if (f.sending) retrySending(f.sending)
  else if (f.job) retryJob(f.job.id)
}
const forget = (f: Coming) => {
  if (f.sending) forgetSending(f.sending)
  if (f.job) forgetJob(f.job.id)
}

export function ComingRow({ file: f }: { file: Coming }) {
  const busy = !isOver(f.state)
  return (
    <li className="rounded border border-edge bg-card px-2 py-1.5" data-coming={f.name}>
      <div className="flex items-center gap-2">
        <span className="min-w-0 flex-1 truncate">{f.name}</span>
        <span className={f.state === 'failed' ? 'text-accent-deep' : 'text-muted'}>
          {f.step}
          {busy && f.share > 0 ? ` ${Math.round(f.share * 100)} %` : ''}
        </span>
        {(f.state === 'failed' || f.state === 'cancelled') && (
          <button
            type="button"
            aria-label={inWords('files.tryAgain', f.name)}
            className="grid place-items-center rounded hover:bg-black/10"
            onClick={() => retry(f)}
          >
            <RotateCcw size={14} />
          </button>
        )}
        <button
          type="button"
          aria-label={busy ? inWords('files.cancel', f.name) : inWords('files.takeOffThisList', f.name)}
          className="grid place-items-center rounded hover:bg-black/10"
          onClick={() => (busy ? cancel(f) : forget(f))}
        >
          <X size={14} />
        </button>
      </div>
      {busy && (
        <div
          className="mt-1 h-1 rounded bg-edge"
          role="progressbar"
          aria-valuenow={Math.round(f.share * 100)}
          aria-label={`${f.name}: ${f.step}`}
        >
          <div className="h-1 rounded bg-accent" style={{ width: `${Math.max(2, f.share * 100)}%` }} />
        </div>
      )}
      {f.sentence && <p className="mt-1 text-accent-deep">{f.sentence}</p>}
      {!f.sentence && f.job?.facts.said && <p className="mt-1 text-muted">{f.job.facts.said}</p>}
    </li>
  )
}

/** What is on its way in, in a corner of the workbench while the files dialog is closed. */
export function ComingCorner() {
  const files = useComing().filter((f) => f.state !== 'done' && (f.sending || !isOver(f.state)))
  const open = useDesk((b) => b.panel === 'files')
  if (open || files.length === 0) return null
  return (
    <ul className="absolute right-3 bottom-3 z-30 w-80 space-y-1 shadow-lg" aria-live="polite">
      {files.map((f) => (
        <ComingRow key={f.key} file={f} />
      ))}
    </ul>
  )
}
