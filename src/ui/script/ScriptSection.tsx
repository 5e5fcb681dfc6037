import { ArrowDownUp, AudioLines, Mic, Play, ScrollText } from 'lucide-react'
import { useState } from 'react'
import type { LibraryFile } from '@/contract/routes'
import { isOver } from '@/contract/news'
import { lostWords, rewrite, setElements, settleOtherwise } from '@/core/edits'
import { lessonFrameOf, type Clip } from '@/core/lesson/clips'
import type { Medium } from '@/core/lesson/schema'
import type { SaidOtherwise } from '@/core/lesson/voices'
import { edit, goTo, setDesk, useDesk, useShown } from '../state/desk'
import { Section } from '../fields/section'
import { Button } from '../kit/button'
import { JobBar } from '../kit/jobBar'
import { ChooseSound } from './ChooseSound'
import { RecordDialog } from './RecordDialog'
import { ScriptDialog } from './ScriptDialog'
import { findSpeech, useWordSearch } from './script'
import { inWords, said } from '../../words/words'

/** What is said in a clip: its script, when each word is spoken, where it is said otherwise. */
export function ScriptSection({ clip }: { clip: Clip }) {
  const { lesson } = useShown()
  const id = useDesk((b) => b.id)
  // The script is open, at some of its words.
  const [open, setOpen] = useState<string[] | null>(null)
  const [recording, setRecording] = useState(false)
  const [anew, setAnew] = useState<LibraryFile | null>(null)
  const medium = lesson.media[clip.media]
  const job = useWordSearch(medium?.sha256 ?? '', id)
  if (!medium || medium.kind === 'picture' || (medium.kind === 'take' && !medium.sound)) return null
  const voice = lesson.voices.find((v) => v.takes.includes(clip.media))
  const otherwise = voice?.otherwise.map((o, index) => ({ o, index })).filter(({ o }) => o.media === clip.media) ?? []
  const told = otherwise.filter(({ o }) => o.kind !== 'gone')
  const busy = job && !isOver(job.state) ? job : null
  return (
    <Section title={inWords('script.scriptAndWords')} folds="open">
      <p className="text-muted">
        {medium.words.length === 0
          ? inWords('script.noWordsYetWriteOr')
          : inWords('script.wordsHaveTheirTime', medium.words.length)}
      </p>
      {busy ? (
        <JobBar job={busy} label={inWords('script.findingTheWords')} />
      ) : (
        <ScriptActs
          clip={clip}
          medium={medium}
          onOpen={() => setOpen([])}
          onRecord={() => setRecording(true)}
          onTake={setAnew}
        />
      )}
      {job?.state === 'failed' && <p className="text-accent-deep">{job.sentence}</p>}
      {told.length > 0 && (
        <ul className="space-y-1.5" aria-label={inWords('script.saidOtherwise')}>
          {told.map(({ o, index }) => (
            <Otherwise
              key={`${o.kind} ${o.fromUs} ${o.words[0]}`}
              one={o}
              clip={clip}
              voice={voice!.id}
              index={index}
              onWrite={(words) => setOpen(words)}
            />
          ))}
        </ul>
      )}
      <LostWords />
      {open && <ScriptDialog media={clip.media} at={open} onClose={() => setOpen(null)} />}
      {recording && <RecordDialog media={clip.media} onClose={() => setRecording(false)} />}
      {anew && <ScriptDialog media={clip.media} anew={anew} onClose={() => setAnew(null)} />}
    </Section>
  )
}

/** What can be done with the script of a clip. */
function ScriptActs({
  clip,
  medium,
  onOpen,
  onRecord,
  onTake,
}: {
  clip: Clip
  medium: Medium
  onOpen: () => void
  onRecord: () => void
  onTake: (file: LibraryFile) => void
}) {
  return (
    <div className="flex flex-wrap gap-1.5">
      <Button look={medium.words.length === 0 ? 'main' : 'plain'} onClick={onOpen}>
        <ScrollText size={13} />
        {inWords('script.script')}
      </Button>
      {medium.kind === 'sound' && (
        <Button onClick={onRecord}>
          <Mic size={13} />
          {inWords('script.record')}
        </Button>
      )}
      {medium.words.length === 0 && medium.aids?.peaks && (
        <Button onClick={() => void findSpeech(clip.media)}>
          <AudioLines size={13} />
          {inWords('script.findWhereSomebodySpeaks')}
        </Button>
      )}
      {medium.kind === 'sound' && <Anew media={clip.media} onTake={onTake} />}
      {medium.kind === 'sound' && medium.words.length > 0 && (
        <Button onClick={() => setDesk({ panel: 'retimed' })}>
          <ArrowDownUp size={13} />
          {inWords('script.beforeAndAfter')}
        </Button>
      )}
    </div>
  )
}

/** What hangs on words that are said no more, with the word that may take their place. */
function LostWords() {
  const { lesson } = useShown()
  const lost = lostWords(lesson)
  if (lost.length === 0) return null
  return (
    <ul className="space-y-1.5" aria-label={inWords('script.hangsOnWordsThatAre')}>
      {lost.map((l) => (
        <li key={`${l.element} ${l.side}`} className="rounded border border-edge bg-card p-2">
          <p>{inWords(l.side === 'start' ? 'script.startsWithLostWord' : 'script.endsWithLostWord', l.name, l.text)}</p>
          {l.instead && (
            <Button
              onClick={() =>
                edit(
                  said('script.hangsOn', l.name, l.instead!.text),
                  setElements([l.element], {
                    [l.side]: { on: 'moment', moment: l.instead!.id, edge: 'start', offset: 0, last: 0 },
                  }),
                )
              }
            >
              {inWords('script.hangItOn', l.instead.text)}
            </Button>
          )}
        </li>
      ))}
    </ul>
  )
}

const KINDS: Record<SaidOtherwise['kind'], (text: string) => string> = {
  'left out': (t) => inWords('script.isLeftOut', t),
  'said again': (t) => inWords('script.isSaidMoreThanOnce', t),
  'other words': (t) => inWords('script.insteadOfSomethingElseIs', t),
  aside: (t) => (t ? inWords('script.afterSomethingElseIsSaid', t) : inWords('script.somethingElseIsSaidBefore')),
  gone: (t) => inWords('script.isInTheScriptNo', t),
}
/** One place in which it is said otherwise than in the script: played, settled, or marked to be recorded again. */
function Otherwise({
  one,
  clip,
  voice,
  index,
  onWrite,
}: {
  one: SaidOtherwise
  clip: Clip
  voice: string
  index: number
  /** The script is to be opened where these words are. */
  onWrite: (words: string[]) => void
}) {
  const { lesson } = useShown()
  const texts = new Map(
    lesson.voices.flatMap((v) => v.script?.flatMap((p) => p.words.map((w) => [w.id, w.text] as const)) ?? []),
  )
  const text = one.words.flatMap((w) => texts.get(w) ?? []).join(' ')
  const at = one.toUs > one.fromUs ? lessonFrameOf(clip, one.fromUs, lesson.rate) : null
  const end = one.toUs > one.fromUs ? lessonFrameOf(clip, one.toUs, lesson.rate) : null
  return (
    <li className="rounded border border-edge bg-card p-2">
      <p>
        {KINDS[one.kind](text)}
        {one.anew && <strong> {inWords('script.toBeRecordedAgain')}</strong>}
      </p>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {at !== null && (
          <Button
            onClick={() => {
              goTo(at)
              setDesk({ just: { from: at, to: Math.max(at + 1, end ?? at + 30), back: at }, speed: 1 })
            }}
          >
            <Play size={12} />
            {inWords('common.play')}
          </Button>
        )}
        <Button onClick={() => edit(said('script.saidAsItIsMeant'), settleOtherwise(voice, index, 'settled'))}>
          {inWords('script.itIsFineSo')}
        </Button>
        {one.kind === 'left out' && one.words.length > 0 && (
          <Button
            onClick={() => edit(said('script.outOfTheScript', text.slice(0, 60)), rewrite(one.media, one.words, ''))}
          >
            <ScrollText size={12} />
            {inWords('script.takeOutOfTheScript')}
          </Button>
        )}
        {(one.kind === 'other words' || one.kind === 'aside') && (
          <Button onClick={() => onWrite(one.words)}>
            <ScrollText size={12} />
            {inWords('script.writeWhatIsSaid')}
          </Button>
        )}
        <Button
          pressed={one.anew === true}
          onClick={() => edit(said('script.recordAgain'), settleOtherwise(voice, index, 'anew'))}
        >
          <Mic size={12} />
          {inWords('script.recordItAgain')}
        </Button>
      </div>
    </li>
  )
}

/** Another recording of the library in the place of this one. */
function Anew({ media, onTake }: { media: string; onTake: (file: LibraryFile) => void }) {
  const [open, setOpen] = useState(false)
  const now = useDesk((b) => b.lesson.media[media]?.sha256)
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <Mic size={13} />
        {inWords('script.anotherRecording')}
      </Button>
      {open && (
        <ChooseSound
          title={inWords('script.anotherRecordingInItsPlace')}
          words={inWords('script.itIsHeardFromWhere')}
          but={now}
          onChoose={onTake}
          onClose={() => setOpen(false)}
        />
      )}
    </>
  )
}
