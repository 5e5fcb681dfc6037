import { AudioLines, ChevronsDown, Music, Repeat, Scissors } from 'lucide-react'
import { isOver } from '@/contract/news'
import { layUnder, loopToEnd, switchCleaned, tightenPauses } from '@/core/edits'
import type { Clip } from '@/core/lesson/clips'
import { speedOf } from '@/core/lesson/timeMap'
import { edit, freshId, useDesk, useShown } from '../state/desk'
import { loweredOf, lowerHere } from '../commands/lowering'
import { Section } from '../fields/section'
import { Button } from '../kit/button'
import { Choice, Tick } from '../fields/fields'
import { JobBar } from '../kit/jobBar'
import { useJobs } from '../kit/jobs'
import { NumberField } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { cleanSound } from '../script/script'

/** What is done to the sound of a clip: lowered for a while, gone on with, its pauses shortened, cleaned. */
export function SoundSection({ clip }: { clip: Clip }) {
  const { lesson } = useShown()
  const medium = lesson.media[clip.media]
  if (!medium || medium.kind === 'picture' || (medium.kind === 'take' && !medium.sound)) return null
  const speed = speedOf(clip.map)
  return (
    <Section title="How it is heard" folds="open">
      <Lower clip={clip} />
      {medium.words.length > 1 && speed?.num === speed?.den && <Pauses clip={clip} />}
      {medium.kind === 'sound' && medium.words.length === 0 && (
        <div className="flex flex-wrap gap-1.5">
          <Button onClick={() => edit(`“${clip.element.name}” under everything`, layUnder(clip.id, freshId('track')))}>
            <Music size={13} />
            Lay it under everything
          </Button>
          <Button onClick={() => edit(`“${clip.element.name}” goes on to the end`, loopToEnd(clip.id))}>
            <Repeat size={13} />
            Begin anew until the end
          </Button>
        </div>
      )}
      {medium.kind === 'sound' && <Clean clip={clip} />}
    </Section>
  )
}

/** A phrase as it is told where there is little room. */
const short = (text: string) => (text.length > 20 ? `${text.slice(0, 18).trimEnd()}…”` : text)
function Lower({ clip }: { clip: Clip }) {
  const [by, setBy] = useKept('sound: by', 6)
  useDesk((b) => b.playhead)
  useDesk((b) => b.passage)
  const span = loweredOf(clip)
  return (
    <>
      <NumberField label="Lower by" unit="dB" min={1} max={40} digits={1} value={by} onChange={setBy} />
      <Button disabled={!span} onClick={() => lowerHere(clip, by)}>
        <ChevronsDown size={13} className="shrink-0" />
        <span title={span?.what}>{span ? `Lower it for ${short(span.what)}` : 'Lower it for a phrase or passage'}</span>
      </Button>
    </>
  )
}

function Pauses({ clip }: { clip: Clip }) {
  const [most, setMost] = useKept('sound: most', 0.6)
  const [follows, setFollows] = useKept('sound: follows', true)
  return (
    <>
      <NumberField
        label="Pauses last at most"
        unit="s"
        min={0.1}
        max={10}
        step={0.1}
        digits={2}
        value={most}
        onChange={setMost}
      />
      <Tick label="The picture follows the voice" value={follows} onChange={setFollows} />
      <Button
        onClick={() =>
          edit(`Pauses of “${clip.element.name}” last ${most} s at most`, tightenPauses(clip.id, most, follows))
        }
      >
        <Scissors size={13} />
        Shorten its pauses
      </Button>
    </>
  )
}

const HEARD = [
  { value: 'cleaned', label: 'cleaned' },
  { value: 'before', label: 'as it was' },
] as const
function Clean({ clip }: { clip: Clip }) {
  const { lesson } = useShown()
  const id = useDesk((b) => b.id)
  const { cleaned, sha256, name } = lesson.media[clip.media]!
  const [rumble, setRumble] = useKept(`clean: rumble of ${sha256}`, cleaned?.rumble ?? true)
  const [noise, setNoise] = useKept(`clean: noise of ${sha256}`, cleaned?.noise ?? true)
  const job = useJobs((s) => s.jobs.find((j) => j.kind === 'clean' && j.subject === sha256 && j.lesson === id))
  if (job && !isOver(job.state)) return <JobBar job={job} label="Cleaning the sound" />
  const as = cleaned && [...(cleaned.rumble ? ['rumble'] : []), ...(cleaned.noise ? ['noise'] : [])].join(' and ')
  const same = cleaned?.rumble === rumble && cleaned.noise === noise
  return (
    <>
      {cleaned && (
        <Choice
          label={`Without ${as}, heard`}
          value={cleaned.heard ? 'cleaned' : 'before'}
          options={HEARD}
          onChange={(v) =>
            edit(`“${name}” ${v === 'cleaned' ? 'cleaned' : 'as it was'}`, switchCleaned(clip.media, v === 'cleaned'))
          }
        />
      )}
      <Tick label="Take out rumble, below 70 Hz" value={rumble} onChange={setRumble} />
      <Tick label="Take out noise" value={noise} onChange={setNoise} />
      <Button disabled={(!rumble && !noise) || same} onClick={() => void cleanSound(clip.media, { rumble, noise })}>
        <AudioLines size={13} />
        {cleaned ? 'Clean it anew' : 'Clean it'}
      </Button>
      {job?.state === 'failed' && <p className="text-accent-deep">{job.sentence}</p>}
    </>
  )
}
