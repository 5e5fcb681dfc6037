'use client'

import Link from 'next/link'
import { useEffect, useState, type DragEvent, type ReactNode } from 'react'
import { KeysHelp, Palette } from '../commands/Palette'
import { useKeys } from '../commands/useKeys'
import { Details } from '../details/Details'
import { useChangedStyle } from '../details/StyleSection'
import { ExportDialog } from '../exports/ExportDialog'
import { bringIn, hearImport } from '../files/bringIn'
import { hearJob, loadJobs } from '../kit/jobs'
import { ComingCorner, Files } from '../files/Files'
import { useKept } from '../kit/useKept'
import { TypistContext } from '../fields/useTyped'
import { Refusal } from '../kit/api'
import { useNews } from '../kit/news'
import { Tips } from '../kit/tips'
import { ReadyPicker } from '../ready/ReadyPicker'
import { RunningOrder } from '../order/RunningOrder'
import { Picture } from '../picture/Picture'
import { Timeline } from '../timeline/Timeline'
import { Kinds, Transport } from '../transport/Transport'
import { RightPress } from '../commands/RightPress'
import { FilesAsked } from '../files/Asked'
import { RetimedDialog } from '../script/RetimedDialog'
import { AnotherDialog } from '../script/ScriptDialog'
import { SoundsDialog } from '../sounds/SoundsDialog'
import { LanguagesDialog } from '../language/LanguagesDialog'
import { Pictures } from '../files/Pictures'
import { AskLonger } from './AskLonger'
import { Header } from './Header'
import { PaneEdge } from './PaneEdge'
import { checkServer, closeLesson, hearNews, openLesson, TYPIST, useDesk } from '../state/desk'
import { inWords } from '../../words/words'
import { useGesture } from '../kit/gesture'

const DROP_HERE = 'border-4 border-dashed border-accent bg-paper/85 text-xl'

/** The workbench: running order, picture, details, and the timeline below. */
export function Workbench({ id }: { id: string }) {
  const [gone, setGone] = useState<string | null>(null)
  const ready = useDesk((b) => b.ready)
  const { over, drops } = useDrops()
  useKeys()
  useChangedStyle()
  useLesson(id, setGone)
  useHeld()
  if (gone) return <Gone says={gone} />
  return (
    <TypistContext value={TYPIST}>
      <main className="relative flex h-screen min-w-[900px] flex-col overflow-hidden" data-ready={ready} {...drops}>
        <Header />
        <Panes />
        {over && (
          <div className={`pointer-events-none absolute inset-3 z-40 grid place-items-center rounded-xl ${DROP_HERE}`}>
            {inWords('workbench.dropToBringThemIn')}
          </div>
        )}
        <ReadyPicker />
        <ComingCorner />
        <Files />
        <Pictures />
        <LanguagesDialog />
        <SoundsDialog />
        <FilesAsked />
        <RetimedDialog />
        <AnotherDialog />
        <ExportDialog />
        <RightPress />
        <Palette />
        <KeysHelp />
        <AskLonger />
        {!ready && (
          <div className="absolute inset-x-0 top-1/3 text-center text-lg" role="status">
            {inWords('workbench.openingTheLesson')}
          </div>
        )}
      </main>
      <Tips />
    </TypistContext>
  )
}

/** Opens the lesson, and hears what becomes of it elsewhere; `onGone` where it is there no more. */
function useLesson(id: string, onGone: (says: string) => void): void {
  useEffect(() => {
    openLesson(id).catch((e: unknown) => onGone(e instanceof Refusal ? e.message : String(e)))
    return closeLesson
  }, [id, onGone])
  useNews(
    (n) => {
      if (n.about === 'lesson') {
        if (n.removed && n.lesson === id) onGone(inWords('workbench.thisLessonWasRemovedIn'))
        else hearNews(n.lesson, n.revision, n.client, n.label)
      }
      if (n.about === 'job') {
        if (n.job.kind === 'import') hearImport(n.job, n.gone)
        else hearJob(n)
      }
    },
    () => {
      checkServer()
      void loadJobs()
    },
  )
}

/** The page is not left with something unsaved; come back to, it begins anew. */
function useHeld(): void {
  const unsaved = useDesk((b) => b.save.state !== 'saved')
  useEffect(() => {
    const hold = (e: BeforeUnloadEvent) => {
      if (unsaved) e.preventDefault()
    }
    window.addEventListener('beforeunload', hold)
    return () => window.removeEventListener('beforeunload', hold)
  }, [unsaved])
  useEffect(() => {
    // Kept by the browser for the way back, it has let go of its lesson: it begins anew.
    const back = (e: PageTransitionEvent) => {
      if (e.persisted) location.reload()
    }
    window.addEventListener('pageshow', back)
    return () => window.removeEventListener('pageshow', back)
  }, [])
}

/** Files that are dropped anywhere are brought in; `over`, while they are held over the page. */
function useDrops() {
  const [over, setOver] = useState(false)
  const drops = {
    onDragOver: (e: DragEvent) => {
      e.preventDefault()
      if (e.dataTransfer.types.includes('Files')) setOver(true)
    },
    onDragLeave: (e: DragEvent) => {
      if (e.currentTarget === e.target || !e.relatedTarget) setOver(false)
    },
    onDrop: (e: DragEvent) => {
      e.preventDefault()
      setOver(false)
      if (e.dataTransfer.files.length) bringIn([...e.dataTransfer.files])
    },
  }
  return { over, drops }
}

/** The panes that are not put away; the picture alone where it fills the window. */
function Panes() {
  const { order, details, timeline, picture } = useDesk((b) => b.panes)
  const [tall, setTall] = useKept('timeline: height', 322)
  // What is said stands over the running order, and never over what is worked on in the timeline.
  const beside = timeline && !picture ? tall + 12 : 16
  useEffect(() => {
    const { style } = document.documentElement
    style.setProperty('--above-timeline', `${beside}px`)
    style.setProperty('--toast-width', '244px')
    return () => {
      style.removeProperty('--above-timeline')
      style.removeProperty('--toast-width')
    }
  }, [beside])
  const side = (pane: 'order' | 'details', shown: boolean, wide: string, content: ReactNode) => {
    if (picture) return null
    return shown ? <div className={`${wide} shrink-0`}>{content}</div> : <PaneEdge pane={pane} />
  }
  return (
    <>
      <div className="flex min-h-0 flex-1">
        {side('order', order, 'w-[268px]', <RunningOrder />)}
        <div className="flex min-h-0 min-w-0 flex-1 flex-col">
          <Kinds />
          <Picture />
          <Transport />
        </div>
        {side('details', details, 'w-[284px]', <Details />)}
      </div>
      {!timeline && !picture && <PaneEdge pane="timeline" />}
      {timeline && !picture && (
        <>
          <Height of={tall} onChange={setTall} />
          <div className="max-h-[calc(100vh-260px)] shrink-0" style={{ height: tall }}>
            <Timeline />
          </div>
        </>
      )}
    </>
  )
}

/** Stands in the place of a lesson that cannot be opened. */
function Gone({ says }: { says: string }) {
  return (
    <main className="grid h-screen place-items-center">
      <div className="max-w-md text-center">
        <p className="mb-3 text-lg">{says}</p>
        <Link className="text-accent-deep underline" href="/">
          {inWords('workbench.backToTheLessons')}
        </Link>
      </div>
    </main>
  )
}

/** Pixels that stay for the picture, and that the timeline has at least. */
const PICTURE = 260
const LEAST = 140
/** The line between picture and timeline, by which that is made taller. */
function Height({ of: tall, onChange }: { of: number; onChange: (tall: number) => void }) {
  const { press, hand } = useGesture()
  const set = (to: number) => onChange(Math.min(window.innerHeight - PICTURE, Math.max(LEAST, to)))
  return (
    <div
      role="separator"
      aria-orientation="horizontal"
      aria-label={inWords('workbench.heightOfTheTimeline')}
      aria-valuenow={tall}
      tabIndex={0}
      className="h-1 shrink-0 cursor-row-resize border-t border-edge-strong bg-edge hover:bg-accent"
      onPointerDown={(e) =>
        press(e, { drag: (at) => set(window.innerHeight - at.clientY), quit: () => onChange(tall) })
      }
      {...hand}
      onKeyDown={(e) => {
        if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return
        e.preventDefault()
        e.stopPropagation()
        set(tall + (e.key === 'ArrowUp' ? 16 : -16))
      }}
    />
  )
}
