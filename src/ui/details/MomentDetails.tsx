import { Trash2 } from 'lucide-react'
import { moveMoment, renameMoment, removeMoment } from '@/core/edits'
import type { TimedMoment } from '@/core/moments'
import { parseTimecode, timecode } from '@/core/time'
import { momentName, tieSentence, type Timed } from '@/core/timing'
import { edit, useShown } from '../state/desk'
import { Button } from '../kit/button'
import { Row, Words } from '../fields/fields'
import { MomentIcon } from '../kit/kindIcon'
import { Section } from '../fields/section'

/** The ends of elements and of their moves that hang on a moment, each as a sentence. */
function hangingOn(timed: Timed, moment: string): { key: string; words: string }[] {
  return timed.lesson.elements.flatMap((e) =>
    [e, ...e.poses].flatMap((x) =>
      (['start', 'end'] as const).flatMap((s) => {
        const edge = x[s]
        return edge.on === 'moment' && edge.moment === moment
          ? [
              {
                key: x.id + s,
                words:
                  `${x === e ? '' : 'a move of '}${e.name} ` +
                  `${s === 'start' ? 'starts' : x === e ? 'ends' : 'lands'} ${tieSentence(timed, edge)}`,
              },
            ]
          : []
      }),
    ),
  )
}

export function MomentDetails({ moment: m }: { moment: TimedMoment }) {
  const timed = useShown()
  const hanging = hangingOn(timed, m.id)
  return (
    <>
      <div className="flex items-center gap-2 border-b border-edge p-3">
        <MomentIcon kind={m.kind} size={16} />
        {m.byHand ? (
          <Words
            label="Name of the moment"
            value={m.label}
            className="font-semibold"
            onChange={(v) => v.trim() && edit('Rename a moment', renameMoment(m.id, v.trim().slice(0, 200)))}
          />
        ) : (
          <h2 className="font-semibold">{momentName(m)}</h2>
        )}
      </div>
      <Section title="Time">
        {m.frame === null ? (
          <p className="text-muted">It was cut away. What hangs on it keeps its place until it comes back.</p>
        ) : m.byHand ? (
          <Row label="At">
            <span className="w-[104px]">
              <Words
                label="Time of the moment"
                className="figures text-center"
                value={timecode(m.frame, timed.lesson.rate)}
                onChange={(t) => {
                  const f = parseTimecode(t, timed.lesson.rate, m.frame!)
                  if (f !== null) edit(`Move the moment “${m.label}”`, moveMoment(m.id, f))
                }}
              />
            </span>
          </Row>
        ) : (
          <Row label="At">
            <span className="figures">
              {timecode(m.frame, timed.lesson.rate)} · frame {m.frame}
            </span>
          </Row>
        )}
        {m.byHand && <p className="text-muted">Set by hand. Drag it on the timeline to move it.</p>}
        {m.byHand && (
          <Button onClick={() => edit(`Delete the moment “${m.label}”`, removeMoment(m.id))}>
            <Trash2 size={13} />
            Delete it
          </Button>
        )}
      </Section>
      <Section title="What hangs on it">
        {hanging.length === 0 && (
          <p className="text-muted">
            Nothing yet. Choose a kind above the picture and point at the spot; it starts here.
          </p>
        )}
        {hanging.map((h) => (
          <p key={h.key} className="first-letter:uppercase">
            {h.words}
          </p>
        ))}
      </Section>
    </>
  )
}
