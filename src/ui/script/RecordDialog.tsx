import { Circle, Play, Square } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { toast } from 'sonner'
import { readScript } from '@/core/voice/script'
import { desk, goTo, setDesk, useDesk } from '../state/desk'
import { useKept } from '../kit/useKept'
import { bringIntoLibrary } from '../files/bringIn'
import { Button } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { Choice, Tick } from '../fields/fields'
import { decoded, joined, listen, microphones, type Microphone, type Recorded } from './microphone'
import {
  keepTakes,
  keepUnfinished,
  keptTakes,
  letGoOfTakes,
  letGoOfUnfinished,
  unfinishedTake,
  type SentenceTakes,
} from './keptTakes'
import { findWords, languageOf, scriptText } from './script'
import { wordsSaid } from '@/core/moments'
import { inWords } from '../../words/words'

const COUNT_MS = 650
const PAUSE_S = 0.4
/** Louder than this it is cut off; quieter than this it is hard to hear. */
const LEVELS = { most: 0.97, least: 0.03 }

/** The sentences of a script, each to be recorded by itself. */
function sentencesOf(text: string): string[] {
  const out: string[] = []
  let run: string[] = []
  for (const p of readScript(text)) {
    if (p.heading) continue
    run.push(...p.words)
    if (!/[.!?…]["'”’»)\]]*$/.test(run.at(-1)!)) continue
    out.push(run.join(' '))
    run = []
  }
  return run.length > 0 ? [...out, run.join(' ')] : out
}

/** What is being done: nothing, counting down to a sentence, recording it, or storing them all. */
type Doing = 'idle' | 'counting' | 'recording' | 'storing'

/** Counts down, records a sentence, and takes all of them as a narration. */
function useRecording(media: string, sentences: readonly string[], mic: Microphone | null) {
  const takes = useTakes(media, sentences)
  const [state, setState] = useState<Doing>('idle')
  const [count, setCount] = useState(0)
  const timer = useRef(0)
  useEffect(() => () => window.clearTimeout(timer.current), [])
  const record = (now: number, along: boolean) => {
    if (!mic) return
    setState('counting')
    const step = (n: number) => {
      setCount(n)
      if (n > 0) timer.current = window.setTimeout(() => step(n - 1), COUNT_MS)
      else {
        mic.begin((soFar) => takes.keepSoFar(now, soFar))
        setState('recording')
        if (along) playFrom(sentences, now)
      }
    }
    step(3)
  }
  const stop = async (now: number) => {
    window.clearTimeout(timer.current)
    setDesk({ speed: 0 })
    if (state === 'recording')
      try {
        takes.add(now, await mic!.end())
      } catch {
        toast.error(inWords('script.nothingWasRecordedTryIt'))
      }
    setState('idle')
  }
  const finish = async (text: string): Promise<boolean> => {
    setState('storing')
    const chosen = sentences.map((_, i) => takes.takes[i]?.[takes.chosen[i]!])
    const name = inWords(
      'script.narrationWav',
      new Date().toISOString().slice(0, 16).replace('T', ' ').replace(':', '.'),
    )
    try {
      const parts = chosen.filter((t) => t !== undefined)
      const sha = await bringIntoLibrary(new File([joined(parts, PAUSE_S)], name, { type: 'audio/wav' }))
      const whole = parts.length === sentences.length ? text : sentences.filter((_, i) => chosen[i]).join('\n')
      const { lesson } = desk()
      if (await findWords(sha, whole, languageOf(lesson, media), { instead: { media, follows: true } })) {
        takes.letGo()
        return true
      }
    } catch (e) {
      toast.error((e as Error).message)
    } finally {
      setState('idle')
    }
    return false
  }
  return { ...takes, state, count, record, stop, finish }
}

/** Records a narration sentence by sentence; of several takes of one the chosen is kept. */
export function RecordDialog({ media, onClose }: { media: string; onClose: () => void }) {
  const [text] = useState(() => scriptText(desk().lesson, media))
  const sentences = useMemo(() => sentencesOf(text), [text])
  const [now, setNow] = useState(0)
  const [along, setAlong] = useKept('record: along', false)
  const { mic, peak, list, which, setWhich, trouble } = useMicrophone()
  const recording = useRecording(media, sentences, mic)
  const { takes, chosen, choose, state, record, stop, finish } = recording
  const ready = chosen.filter((c) => c >= 0).length
  return (
    <Dialog
      open
      onOpenChange={(is) => !is && (state === 'recording' ? void stop(now) : onClose())}
      title={inWords('script.recordTheNarration')}
      wide
    >
      {sentences.length === 0 && <p className="text-muted">{inWords('script.writeTheScriptFirstIt')}</p>}
      {trouble && <p className="text-accent-deep">{trouble}</p>}
      <div className="flex items-center gap-4">
        <Choice label={inWords('script.microphone')} value={which} options={list} onChange={setWhich} />
        <Meter peak={peak} />
        <Tick label={inWords('script.thePicturePlaysAlong')} value={along} onChange={setAlong} />
      </div>
      <Sentences of={recording} sentences={sentences} now={now} onGo={setNow} />
      <TakesOfOne takes={takes[now] ?? []} chosen={chosen[now] ?? -1} onChoose={(n) => choose(now, n)} />
      <div className="flex items-center gap-2">
        {state === 'idle' || state === 'storing' ? (
          <Button
            look="main"
            disabled={!mic || state === 'storing' || sentences.length === 0}
            onClick={() => record(now, along)}
          >
            <Circle size={13} />
            {(takes[now]?.length ?? 0) > 0 ? inWords('script.recordItAgain') : inWords('script.recordThisSentence')}
          </Button>
        ) : (
          <Button look="main" onClick={() => void stop(now)}>
            <Square size={13} />
            {state === 'counting' ? `${recording.count} …` : inWords('common.stop')}
          </Button>
        )}
        <Button disabled={state !== 'idle' || now + 1 >= sentences.length} onClick={() => setNow(now + 1)}>
          {inWords('script.nextSentence')}
        </Button>
        <span className="flex-1" />
        <span className="text-muted">{inWords('script.ofAreRecorded', ready, sentences.length)}</span>
        <Button
          look="main"
          disabled={state !== 'idle' || ready === 0}
          onClick={() => void finish(text).then((done) => done && onClose())}
        >
          {state === 'storing' ? inWords('script.storing') : inWords('script.takeThisNarration')}
        </Button>
      </div>
    </Dialog>
  )
}

/** The sentences of the script, with which take of each is chosen. */
function Sentences({
  of: { takes, chosen, state },
  sentences,
  now,
  onGo,
}: {
  of: Pick<ReturnType<typeof useRecording>, 'takes' | 'chosen' | 'state'>
  sentences: readonly string[]
  now: number
  onGo: (n: number) => void
}) {
  return (
    <ol className="my-3 max-h-72 space-y-1 overflow-auto">
      {sentences.map((s, i) => (
        <li key={s + String(i)}>
          <button
            type="button"
            aria-current={i === now}
            disabled={state !== 'idle'}
            onClick={() => onGo(i)}
            className={
              'flex w-full items-baseline gap-2 rounded border px-2 py-1.5 text-left ' +
              (i === now ? 'border-accent bg-accent-wash text-lg' : 'border-edge bg-card')
            }
          >
            <span className="flex-1">{s}</span>
            <span className="figures text-xs text-muted">
              {takes[i]!.length === 0 ? '' : inWords('script.takeOf', chosen[i]! + 1, takes[i]!.length)}
            </span>
          </button>
        </li>
      ))}
    </ol>
  )
}
/** The takes of a sentence, to be heard and chosen from. */
function TakesOfOne({
  takes,
  chosen,
  onChoose,
}: {
  takes: readonly Recorded[]
  chosen: number
  onChoose: (n: number) => void
}) {
  if (takes.length === 0) return null
  return (
    <div className="mb-3 flex flex-wrap gap-1.5" role="group" aria-label={inWords('script.takesOfThisSentence')}>
      {takes.map((take, n) => (
        <span key={n} className="flex gap-0.5">
          <Button pressed={chosen === n} onClick={() => onChoose(n)}>
            {inWords('script.take', n + 1)}
          </Button>
          <Button aria-label={inWords('script.playTake', n + 1)} onClick={() => play(take)}>
            <Play size={12} />
          </Button>
        </span>
      ))}
    </div>
  )
}

/** What was recorded of each sentence and is not taken yet; the browser keeps it until it is. */
function useTakes(media: string, sentences: readonly string[]) {
  const lesson = useDesk((b) => b.id)
  const [kept, setKept] = useState<Record<string, SentenceTakes>>({})
  useEffect(() => {
    let live = true
    void allKept(lesson, media).then(
      (found) => live && setKept((own) => ({ ...found, ...own })),
      () => {},
    )
    return () => {
      live = false
    }
  }, [lesson, media])
  // A sentence may be said more than once.
  const keyOf = (n: number) => `${sentences.slice(0, n).filter((s) => s === sentences[n]).length} ${sentences[n]!}`
  const of = (n: number): SentenceTakes => kept[keyOf(n)] ?? { takes: [], chosen: -1 }
  const change = (n: number, to: SentenceTakes) => {
    const next = { ...kept, [keyOf(n)]: to }
    setKept(next)
    keepTakes(lesson, media, next).catch(() => {
      toast.warning(inWords('script.theBrowserHasNoRoom'))
    })
  }
  return {
    takes: sentences.map((_, n) => of(n).takes),
    chosen: sentences.map((_, n) => of(n).chosen),
    add(n: number, take: Recorded) {
      change(n, { takes: [...of(n).takes, take], chosen: of(n).takes.length })
      void letGoOfUnfinished(lesson, media).catch(() => {})
    },
    keepSoFar: (n: number, soFar: Blob) =>
      void keepUnfinished(lesson, media, { sentence: keyOf(n), soFar }).catch(() => {}),
    choose: (n: number, chosen: number) => change(n, { ...of(n), chosen }),
    letGo: () => void letGoOfTakes(lesson, media).catch(() => {}),
  }
}

/** What was recorded and not taken yet; what was being recorded as a window ended is a take, as far as it went. */
async function allKept(lesson: string, media: string): Promise<Record<string, SentenceTakes>> {
  const kept = await keptTakes(lesson, media)
  const broken = await unfinishedTake(lesson, media)
  if (!broken) return kept
  const take = await decoded(broken.soFar).catch(() => null)
  const { takes } = kept[broken.sentence] ?? { takes: [] }
  const all = take ? { ...kept, [broken.sentence]: { takes: [...takes, take], chosen: takes.length } } : kept
  if (take) await keepTakes(lesson, media, all)
  await letGoOfUnfinished(lesson, media)
  if (take) toast(inWords('script.whatWasBeingRecordedAs'))
  return all
}

/** Lets the picture play from where a sentence is said now. */
function playFrom(sentences: readonly string[], index: number): void {
  const { timed } = desk()
  const words = wordsSaid(timed.moments)
  const before = sentences.slice(0, index).join(' ').split(/\s+/).filter(Boolean).length
  const at = words[before]?.frame
  if (at !== undefined) goTo(at)
  setDesk({ speed: 1 })
}

function play({ samples, rate }: Recorded): void {
  const context = new AudioContext()
  const buffer = context.createBuffer(1, samples.length, rate)
  buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0)
  const source = context.createBufferSource()
  source.buffer = buffer
  source.connect(context.destination)
  source.onended = () => void context.close()
  source.start()
}

/** The microphone that is chosen, and how loud it is. */
function useMicrophone() {
  const [mic, setMic] = useState<Microphone | null>(null)
  const [which, setWhich] = useKept('record: microphone', '')
  const [list, setList] = useState<{ value: string; label: string }[]>([
    { value: '', label: inWords('script.theUsualOne') },
  ])
  const [trouble, setTrouble] = useState<string | null>(null)
  const [peak, setPeak] = useState(0)
  useEffect(() => {
    let live = true
    let own: Microphone | null = null
    let frame = 0
    listen(which).then(
      async (m) => {
        own = m
        if (!live) {
          m.close()
          return
        }
        setTrouble(null)
        setMic(m)
        const found = await microphones()
        if (live)
          setList([
            { value: '', label: inWords('script.theUsualOne') },
            ...found.map((d) => ({ value: d.id, label: d.name })),
          ])
        const look = () => {
          setPeak((before) => Math.max(m.peak(), before * 0.92))
          frame = requestAnimationFrame(look)
        }
        look()
      },
      () => {
        if (!live) return
        // One that was chosen once may be unplugged by now.
        if (which !== '') setWhich('')
        else setTrouble(inWords('script.thereIsNoMicrophoneThat'))
      },
    )
    return () => {
      live = false
      cancelAnimationFrame(frame)
      own?.close()
    }
  }, [which, setWhich])
  return { mic, peak, list, which, setWhich, trouble }
}

/** How loud it is: between too quiet and too loud. */
function Meter({ peak }: { peak: number }) {
  const words =
    peak > LEVELS.most
      ? inWords('script.tooLoud')
      : peak < LEVELS.least
        ? inWords('script.quiet')
        : inWords('script.good')
  return (
    <div
      className="flex w-44 items-center gap-2"
      role="meter"
      aria-label={inWords('script.level')}
      aria-valuenow={Math.round(peak * 100)}
    >
      <div className="h-2 flex-1 overflow-hidden rounded bg-edge">
        <div
          className={peak > LEVELS.most ? 'h-2 bg-accent' : 'h-2 bg-[#3f7d4e]'}
          style={{ width: `${Math.min(100, Math.round(Math.sqrt(peak) * 100))}%` }}
        />
      </div>
      <span className="w-14 text-xs text-muted">{words}</span>
    </div>
  )
}
