import { takenOutOf } from '@/core/sound'
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
import { asSentence, inWords, said } from '../../words/words'

/** What is done to the sound of a clip: lowered for a while, gone on with, its pauses shortened, cleaned. */
export function SoundSection({ clip }: { clip: Clip }) {
  const { lesson } = useShown()
  const medium = lesson.media[clip.media]
  if (!medium || medium.kind === 'picture' || (medium.kind === 'take' && !medium.sound)) return null
  const speed = speedOf(clip.map)
  return (
    <Section title={inWords('sounds.howItIsHeard')} folds="open">
      <Lower clip={clip} />
      {medium.words.length > 1 && speed?.num === speed?.den && <Pauses clip={clip} />}
      {medium.kind === 'sound' && medium.words.length === 0 && (
        <div className="flex flex-wrap gap-1.5">
          <Button
            onClick={() => edit(said('sounds.underEverything', clip.element.name), layUnder(clip.id, freshId('track')))}
          >
            <Music size={13} />
            {inWords('sounds.layItUnderEverything')}
          </Button>
          <Button onClick={() => edit(said('sounds.goesOnToTheEnd', clip.element.name), loopToEnd(clip.id))}>
            <Repeat size={13} />
            {inWords('sounds.beginAnewUntilTheEnd')}
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
  const timed = useDesk((b) => b.timed)
  const playhead = useDesk((b) => b.playhead)
  const passage = useDesk((b) => b.passage)
  const span = loweredOf(clip, { timed, playhead, passage })
  return (
    <>
      <NumberField
        label={inWords('sounds.lowerBy')}
        unit="dB"
        min={1}
        max={40}
        digits={1}
        value={by}
        onChange={setBy}
      />
      <Button disabled={!span} onClick={() => lowerHere(clip, by)}>
        <ChevronsDown size={13} className="shrink-0" />
        <span title={span?.what}>
          {span ? inWords('sounds.lowerItFor', short(span.what)) : inWords('sounds.lowerItForAPhrase')}
        </span>
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
        label={inWords('sounds.pausesLastAtMost')}
        unit="s"
        min={0.1}
        max={10}
        step={0.1}
        digits={2}
        value={most}
        onChange={setMost}
      />
      <Tick label={inWords('common.thePictureFollowsTheVoice')} value={follows} onChange={setFollows} />
      <Button
        onClick={() =>
          edit(said('sounds.pausesOfLastSAt', clip.element.name, most), tightenPauses(clip.id, most, follows))
        }
      >
        <Scissors size={13} />
        {inWords('sounds.shortenItsPauses')}
      </Button>
    </>
  )
}

const HEARD = [
  { value: 'cleaned', label: inWords('sounds.cleaned') },
  { value: 'before', label: inWords('sounds.asItWas') },
] as const
function Clean({ clip }: { clip: Clip }) {
  const { lesson } = useShown()
  const id = useDesk((b) => b.id)
  const { cleaned, sha256, name } = lesson.media[clip.media]!
  const [rumble, setRumble] = useKept(`clean: rumble of ${sha256}`, cleaned?.rumble ?? true)
  const [noise, setNoise] = useKept(`clean: noise of ${sha256}`, cleaned?.noise ?? true)
  const job = useJobs((s) => s.jobs.find((j) => j.kind === 'clean' && j.subject === sha256 && j.lesson === id))
  if (job && !isOver(job.state)) return <JobBar job={job} label={inWords('sounds.cleaningTheSound')} />
  const same = cleaned?.rumble === rumble && cleaned.noise === noise
  return (
    <>
      {cleaned && (
        <Choice
          label={inWords('sounds.withoutHeard', asSentence(takenOutOf(cleaned)))}
          value={cleaned.heard ? 'cleaned' : 'before'}
          options={HEARD}
          onChange={(v) =>
            edit(
              said(v === 'cleaned' ? 'sounds.heardCleaned' : 'sounds.heardAsItWas', name),
              switchCleaned(clip.media, v === 'cleaned'),
            )
          }
        />
      )}
      <Tick label={inWords('sounds.takeOutRumbleBelow70')} value={rumble} onChange={setRumble} />
      <Tick label={inWords('sounds.takeOutNoise')} value={noise} onChange={setNoise} />
      <Button disabled={(!rumble && !noise) || same} onClick={() => void cleanSound(clip.media, { rumble, noise })}>
        <AudioLines size={13} />
        {cleaned ? inWords('sounds.cleanItAnew') : inWords('sounds.cleanIt')}
      </Button>
      {job?.state === 'failed' && <p className="text-accent-deep">{job.sentence}</p>}
    </>
  )
}
