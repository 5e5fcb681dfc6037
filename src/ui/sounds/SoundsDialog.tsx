import { Play, Plus } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { toast } from 'sonner'
import { ROUTES, type LibraryFile } from '@/contract/routes'
import { elementIn, layChime } from '@/core/edits'
import { type Chimes, isClip } from '@/core/kinds'
import { momentKind } from '@/core/moments'
import {
  chimeFrames,
  INTERFACE_SOUNDS,
  interfaceSound,
  SYNTH_RATE,
  VARIANTS,
  wavOf,
  type InterfaceSound,
} from '@/core/sound'
import { edit, freshId, select, setDesk, useDesk, type Desk } from '../state/desk'
import { soundInLibrary } from '../files/bringIn'
import { ask, sentenceOf } from '../kit/api'
import { Button } from '../kit/button'
import { Dialog } from '../kit/dialog'
import { Choice, Tick } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { useLevelBeside, type LevelBeside } from './besideSpeech'
import { varied } from './varied'
import { asIs, asSentence, inWords, said } from '../../words/words'

type At = Chimes['at']
/** By how much it is lowered while words are said. */
const DUCK_DB = -6
/** What is usual for what happens. */
const USUAL: Record<At, InterfaceSound> = {
  click: 'click',
  key: 'key',
  arrives: 'pop',
  moves: 'whoosh',
  leaves: 'whoosh',
}
/** How it is offered for elements; for moments it is named by their kind. */
const OF_ELEMENTS = {
  arrives: 'sounds.asItComes',
  moves: 'sounds.asItMoves',
  leaves: 'sounds.asItGoes',
} as const
const ofElement = (at: At): at is keyof typeof OF_ELEMENTS => at in OF_ELEMENTS
const everyMoment = (kind: Exclude<At, keyof typeof OF_ELEMENTS>): string =>
  inWords('sounds.atEvery', asSentence(momentKind({ kind }).counted[0]))

/** Lays a short sound on what happens: clicks and keys, or how elements come, move and go. */
export function SoundsDialog() {
  const open = useDesk((b) => b.panel === 'sounds')
  return (
    <Dialog
      open={open}
      onOpenChange={(is) => {
        if (!is) setDesk({ panel: 'none' })
      }}
      title={inWords('sounds.aSoundEachTime')}
    >
      {open && <Choosing />}
    </Dialog>
  )
}

/** The sounds of the library. */
function useSoundFiles(): readonly LibraryFile[] {
  const [files, setFiles] = useState<LibraryFile[]>([])
  useEffect(() => {
    ask(ROUTES.listMedia, { query: { kind: 'sound' } }).then(setFiles, () => {})
  }, [])
  return files
}

/** Plays a sound as loud as it will be: one that ships, or a file of the library. */
function useHearing(): (sound: InterfaceSound | LibraryFile, levelDb: number) => void {
  const playing = useRef<HTMLAudioElement | null>(null)
  useEffect(() => () => playing.current?.pause(), [])
  return (sound, levelDb) => {
    playing.current?.pause()
    const own = typeof sound === 'string' ? URL.createObjectURL(wavFor(sound, 3)) : null
    const audio = new Audio(own ?? `/${(sound as LibraryFile).medium.file}`)
    playing.current = audio
    if (own) audio.onended = audio.onpause = () => URL.revokeObjectURL(own)
    audio.volume = Math.min(1, 10 ** (levelDb / 20))
    void audio.play().catch(() => toast.error(inWords('sounds.itCannotBePlayedHere')))
  }
}

/** The element that is chosen, where it comes and goes: recordings and sounds are there all along. */
function comesAndGoes({ lesson, elements: [first] }: Pick<Desk, 'lesson' | 'elements'>): string | null {
  const one = first === undefined ? undefined : elementIn(lesson, first)
  return one && !isClip(one) ? one.id : null
}

/** When a sound is heard, as it is offered: elements by the name of the one that is chosen. */
const whensFor = (name: string | null | undefined): { value: At; label: string }[] =>
  (Object.keys(USUAL) as At[]).map((v) => ({
    value: v,
    label: ofElement(v) ? inWords(OF_ELEMENTS[v], name ? `“${name}”` : said('sounds.anything')) : everyMoment(v),
  }))

/** How often a sound would be heard, and where. */
function heardIn(times: number, passage: boolean): string {
  if (times === 0) return inWords('sounds.nothingOfTheKindHappens')
  return inWords(
    'sounds.heard',
    times === 1 ? inWords('sounds.once') : inWords('sounds.times', times),
    passage ? inWords('sounds.inThePassage') : inWords('sounds.inTheLesson'),
  )
}
function Choosing() {
  const chosen = useDesk(comesAndGoes)
  const timed = useDesk((b) => b.timed)
  const marked = useDesk((b) => b.passage)
  const name = chosen ? timed.lesson.elements.find((e) => e.id === chosen)?.name : null
  const [at, setAt] = useKept<At>('sounds: at', chosen ? 'arrives' : 'click')
  const [own, setOwn] = useKept<string | null>('sounds: sound', null)
  const [under, setUnder] = useKept('sounds: under', true)
  const [varies, setVaries] = useKept('sounds: varies', true)
  const [busy, setBusy] = useState(false)
  const files = useSoundFiles()
  const brought = files.find((f) => f.sha256 === own)
  // A file that was chosen may be gone from the library.
  const sound = own !== null && (brought || own in INTERFACE_SOUNDS) ? own : USUAL[at]
  const duckDb = under ? DUCK_DB : 0
  const level = useLevelBeside(brought ?? (sound as InterfaceSound), duckDb)
  const { levelDb } = level
  const of = ofElement(at) ? chosen : null
  const span = marked ?? { from: 0, to: timed.length }
  const rule = { media: '', at, of, variants: 1, chance: 1, levelDb, duckDb: 0, muted: false }
  const times = chimeFrames(timed, rule, span).length
  const hear = useHearing()
  const lay = async () => {
    setBusy(true)
    try {
      const made = brought ? await varied(brought, varies) : await shipped(sound as InterfaceSound)
      const id = freshId('chime')
      const look = { at, of, levelDb, duckDb, variants: varies || brought ? made.variants : VARIANTS }
      const when = ofElement(at) ? inWords(OF_ELEMENTS[at], said('sounds.it')) : everyMoment(at)
      const title = `${made.medium.name.replace(/\.[^.]*$/, '')} ${when}`
      if (!edit(asIs(title), layChime(made.medium, id, look, span.from, span.to))) return
      select([id])
      setDesk({ panel: 'none' })
    } catch (e) {
      toast.error(sentenceOf(e))
    } finally {
      setBusy(false)
    }
  }
  return (
    <div className="space-y-2.5">
      <Choice
        label={inWords('sounds.heardLabel')}
        value={at}
        onChange={(v: At) => {
          setAt(v)
          setOwn(null)
        }}
        options={whensFor(name)}
      />
      <Choice
        label={inWords('sounds.sound')}
        value={sound}
        onChange={setOwn}
        options={[
          ...Object.entries(INTERFACE_SOUNDS).map(([value, { title }]) => ({ value, label: title })),
          ...files.map((f) => ({ value: f.sha256, label: f.name })),
        ]}
      />
      <Loudness key={sound} level={level} />
      <Tick label={inWords('sounds.lowerWhileWordsAreSpoken')} value={under} onChange={setUnder} />
      <Tick label={inWords('sounds.aLittleHigherOrLower')} value={varies} onChange={setVaries} />
      <p className="text-muted">{heardIn(times, marked !== null)}</p>
      <div className="flex justify-end gap-2">
        <Button onClick={() => hear(brought ?? (sound as InterfaceSound), levelDb)}>
          <Play size={13} />
          {inWords('sounds.hearIt')}
        </Button>
        <Button look="main" disabled={busy} onClick={() => void lay()}>
          <Plus size={13} />
          {inWords('sounds.layIt')}
        </Button>
      </div>
    </div>
  )
}

/** How loud it is; beside speech, whether as the speech asks for, and the way back to that. */
function Loudness({ level: { levelDb, bySpeech, type } }: { level: LevelBeside }) {
  return (
    <>
      <NumberField label={inWords('sounds.level')} value={levelDb} unit="dB" min={-60} max={12} onChange={type} />
      {bySpeech !== null &&
        (levelDb === bySpeech ? (
          <p className="text-muted">{inWords('sounds.levelBesideSpeech')}</p>
        ) : (
          <Button look="quiet" onClick={() => type(null)}>
            {inWords('sounds.setBySpeech')}
          </Button>
        ))}
    </>
  )
}

/** A sound that ships, as a file: all its variants, or one of them. */
function wavFor(name: InterfaceSound, variant?: number): Blob {
  const all = interfaceSound(name)
  const slot = all.length / VARIANTS
  const own = variant === undefined ? all : all.slice(variant * slot, (variant + 1) * slot)
  return new Blob([wavOf(own, SYNTH_RATE)], { type: 'audio/wav' })
}
/** A sound that ships, brought into the library where it is not there yet. */
async function shipped(name: InterfaceSound) {
  return { medium: await soundInLibrary(wavFor(name), `${INTERFACE_SOUNDS[name].title}.wav`), variants: VARIANTS }
}
