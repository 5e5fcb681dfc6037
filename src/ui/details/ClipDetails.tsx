import { Trash2 } from 'lucide-react'
import { moveClip, setClip, setSpeed, removeClips, type Values } from '@/core/edits'
import { clipEnd } from '@/core/lesson/clips'
import type { Clip } from '@/core/lesson/schema'
import { framesPerSecond, lengthText, timecode, type Rate } from '@/core/time'
import { edit, tryEdit, useShown } from '../bench/store'
import { runCommand } from '../commands/commands'
import { Button } from '../kit/button'
import { Choice, Row, Tick } from '../kit/fields'
import { NumberField } from '../kit/numberField'
import { Section } from './Section'

const perSecond = (rate: Rate) => `${framesPerSecond(rate).toFixed(2).replace(/\.00$/, '')} frames a second`

export function ClipDetails({ clip, many }: { clip: Clip; many: number }) {
  const { lesson } = useShown()
  const medium = lesson.media[clip.media]
  if (!medium) return null
  const set = (label: string, values: Values) => edit(label, setClip(clip.id, values))
  return (
    <>
      <div className="border-b border-edge p-3">
        <h2 className="font-semibold">{medium.name}</h2>
        <p className="text-muted">
          {many > 1
            ? `and ${many - 1} more`
            : medium.kind === 'sound'
              ? 'Sound'
              : `${medium.width} × ${medium.height}${medium.rate ? ` · ${perSecond(medium.rate)}` : ''}`}
        </p>
      </div>
      <Section title="Time">
        <Row label="Starts">
          <span className="figures">{timecode(clip.at, lesson.rate)}</span>
        </Row>
        <Row label="Ends">
          <span className="figures">{timecode(clipEnd(clip), lesson.rate)}</span>
        </Row>
        <Row label="Length">
          <span className="figures">
            {clip.length} frames · {lengthText(clip.length, lesson.rate)}
          </span>
        </Row>
        {medium.kind !== 'picture' && !clip.freeze && (
          <NumberField
            label="Speed"
            unit="%"
            min={10}
            max={1000}
            value={(100 * clip.speed.num) / clip.speed.den}
            onChange={(v) => edit(`Speed of “${medium.name}”`, setSpeed(clip.id, Math.round(v), 100))}
          />
        )}
      </Section>
      <Section title="Track">
        <Choice
          label="Lies on"
          value={clip.track}
          options={lesson.tracks
            .filter((t) => t.kind === (medium.kind === 'sound' ? 'sound' : 'takes'))
            .map((t) => ({ value: t.id, label: t.name }))}
          onChange={(v) => edit('Put a clip on another track', moveClip(clip.id, clip.at, v))}
        />
      </Section>
      {medium.kind !== 'sound' && (
        <Section title="Shape">
          <Choice
            label="In the frame"
            value={clip.fit}
            options={[
              { value: 'fit', label: 'fits, whole' },
              { value: 'fill', label: 'fills, cropped' },
              { value: 'stand', label: 'stands as it is' },
            ]}
            onChange={(v) => set('Fit a clip', { fit: v })}
          />
        </Section>
      )}
      {medium.sound && (
        <Section title="Sound">
          <NumberField
            label="Level"
            unit="dB"
            min={-60}
            max={24}
            digits={1}
            value={clip.levelDb}
            onLive={(v) => tryEdit(setClip(clip.id, { levelDb: v }))}
            onChange={(v) => set('Level of a clip', { levelDb: v })}
          />
          <Tick
            label="Muted"
            value={clip.muted}
            onChange={(v) => set(v ? 'Mute a clip' : 'Let a clip be heard', { muted: v })}
          />
        </Section>
      )}
      <Section title="Cut">
        <Button onClick={() => runCommand('split')}>Split at the playhead</Button>
        <p className="text-muted">
          To take a part out: set a passage with [ and ] (or Shift and drag on the time scale), then take it out with or
          without closing the gap.
        </p>
        <Button onClick={() => edit('Take a clip out', removeClips([clip.id]))}>
          <Trash2 size={13} />
          Take this clip out
        </Button>
        <Button onClick={() => runCommand('take-clip-close')}>
          <Trash2 size={13} />… and close the gap
        </Button>
      </Section>
    </>
  )
}
