'use client'

import Link from 'next/link'
import { useEffect, useState } from 'react'
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
import { RetimedDialog } from '../script/RetimedDialog'
import { SoundsDialog } from '../sounds/SoundsDialog'
import { LanguagesDialog } from '../language/LanguagesDialog'
import { Pictures } from '../files/Pictures'
import { AskLonger } from './AskLonger'
import { Header } from './Header'
import { PaneEdge } from './PaneEdge'
import { checkServer, closeLesson, hearNews, openLesson, TYPIST, useDesk } from '../state/desk'

const DROP_HERE = 'border-4 border-dashed border-accent bg-paper/85 text-xl'

/** The workbench: running order, picture, details, and the timeline below. */
export function Workbench({ id }: { id: string }) {
  const [gone, setGone] = useState<string | null>(null)
  const [over, setOver] = useState(false)
  const [tall, setTall] = useKept('timeline: height', 322)
  const ready = useDesk((b) => b.ready)
  const panes = useDesk((b) => b.panes)
  const unsaved = useDesk((b) => b.save.state !== 'saved')
  useKeys()
  useChangedStyle()
  useEffect(() => {
    openLesson(id).catch((e: unknown) => setGone(e instanceof Refusal ? e.message : String(e)))
    return closeLesson
  }, [id])
  // What is said stands over the running order, and never over what is worked on in the timeline.
  const beside = panes.timeline && !panes.picture ? tall + 12 : 16
  useEffect(() => {
    const { style } = document.documentElement
    style.setProperty('--above-timeline', `${beside}px`)
    style.setProperty('--toast-width', '244px')
    return () => {
      style.removeProperty('--above-timeline')
      style.removeProperty('--toast-width')
    }
  }, [beside])
  useNews(
    (n) => {
      if (n.about === 'lesson') {
        if (n.removed && n.lesson === id)
          setGone('This lesson was removed in another window. Put it back from the lessons page, or choose another.')
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
  if (gone)
    return (
      <main className="grid h-screen place-items-center">
        <div className="max-w-md text-center">
          <p className="mb-3 text-lg">{gone}</p>
          <Link className="text-accent-deep underline" href="/">
            Back to the lessons
          </Link>
        </div>
      </main>
    )
  return (
    <TypistContext value={TYPIST}>
      <main
        className="relative flex h-screen min-w-[900px] flex-col overflow-hidden"
        data-ready={ready}
        onDragOver={(e) => {
          e.preventDefault()
          if (e.dataTransfer.types.includes('Files')) setOver(true)
        }}
        onDragLeave={(e) => {
          if (e.currentTarget === e.target || !e.relatedTarget) setOver(false)
        }}
        onDrop={(e) => {
          e.preventDefault()
          setOver(false)
          if (e.dataTransfer.files.length) bringIn([...e.dataTransfer.files])
        }}
      >
        <Header />
        <div className="flex min-h-0 flex-1">
          {panes.order && !panes.picture && (
            <div className="w-[268px] shrink-0">
              <RunningOrder />
            </div>
          )}
          {!panes.order && !panes.picture && <PaneEdge pane="order" />}
          <div className="flex min-h-0 min-w-0 flex-1 flex-col">
            <Kinds />
            <Picture />
            <Transport />
          </div>
          {!panes.details && !panes.picture && <PaneEdge pane="details" />}
          {panes.details && !panes.picture && (
            <div className="w-[284px] shrink-0">
              <Details />
            </div>
          )}
        </div>
        {!panes.timeline && !panes.picture && <PaneEdge pane="timeline" />}
        {panes.timeline && !panes.picture && (
          <>
            <Height of={tall} onChange={setTall} />
            <div className="max-h-[calc(100vh-260px)] shrink-0" style={{ height: tall }}>
              <Timeline />
            </div>
          </>
        )}
        {over && (
          <div className={`pointer-events-none absolute inset-3 z-40 grid place-items-center rounded-xl ${DROP_HERE}`}>
            Drop to bring them in
          </div>
        )}
        <ReadyPicker />
        <ComingCorner />
        <Files />
        <Pictures />
        <LanguagesDialog />
        <SoundsDialog />
        <RetimedDialog />
        <ExportDialog />
        <Palette />
        <KeysHelp />
        <AskLonger />
        {!ready && (
          <div className="absolute inset-x-0 top-1/3 text-center text-lg" role="status">
            Opening the lesson…
          </div>
        )}
      </main>
      <Tips />
    </TypistContext>
  )
}

/** Pixels that stay for the picture, and that the timeline has at least. */
const PICTURE = 260
const LEAST = 140
/** The line between picture and timeline, by which that is made taller. */
function Height({ of: tall, onChange }: { of: number; onChange: (tall: number) => void }) {
  const set = (to: number) => onChange(Math.min(window.innerHeight - PICTURE, Math.max(LEAST, to)))
  return (
    <div
      role="separator"
      aria-orientation="horizontal"
      aria-label="Height of the timeline"
      aria-valuenow={tall}
      tabIndex={0}
      className="h-1 shrink-0 cursor-row-resize border-t border-edge-strong bg-edge hover:bg-accent"
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={(e) => {
        if (e.buttons) set(window.innerHeight - e.clientY)
      }}
      onKeyDown={(e) => {
        if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return
        e.preventDefault()
        e.stopPropagation()
        set(tall + (e.key === 'ArrowUp' ? 16 : -16))
      }}
    />
  )
}
