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
import { inWords, said } from '../../words/words'

const MOVE_HANGS = { start: 'details.aMoveStarts', end: 'details.aMoveLands' } as const
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
                words: inWords(
                  x === e ? (s === 'start' ? 'details.itStarts' : 'details.itEnds') : MOVE_HANGS[s],
                  e.name,
                  tieSentence(timed, edge),
                ),
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
            label={inWords('details.nameOfTheMoment')}
            value={m.label}
            className="font-semibold"
            onChange={(v) =>
              v.trim() && edit(said('details.renameAMoment'), renameMoment(m.id, v.trim().slice(0, 200)))
            }
          />
        ) : (
          <h2 className="font-semibold">{momentName(m)}</h2>
        )}
      </div>
      <Section title={inWords('details.time')}>
        {m.frame === null ? (
          <p className="text-muted">{inWords('details.itWasCutAwayWhat')}</p>
        ) : m.byHand ? (
          <Row label={inWords('details.atTime')}>
            <span className="w-[104px]">
              <Words
                label={inWords('details.timeOfTheMoment')}
                className="figures text-center"
                value={timecode(m.frame, timed.lesson.rate)}
                onChange={(t) => {
                  const f = parseTimecode(t, timed.lesson.rate, m.frame!)
                  if (f !== null) edit(said('details.moveTheMoment', m.label), moveMoment(m.id, f))
                }}
              />
            </span>
          </Row>
        ) : (
          <Row label={inWords('details.atTime')}>
            <span className="figures">
              {inWords('details.frameTimecodeFrame', timecode(m.frame, timed.lesson.rate), m.frame)}
            </span>
          </Row>
        )}
        {m.byHand && <p className="text-muted">{inWords('details.setByHandDragIt')}</p>}
        {m.byHand && (
          <Button onClick={() => edit(said('details.deleteTheMoment', m.label), removeMoment(m.id))}>
            <Trash2 size={13} />
            {inWords('details.deleteIt')}
          </Button>
        )}
      </Section>
      <Section title={inWords('details.whatHangsOnIt')}>
        {hanging.length === 0 && <p className="text-muted">{inWords('details.nothingYetChooseAKind')}</p>}
        {hanging.map((h) => (
          <p key={h.key} className="first-letter:uppercase">
            {h.words}
          </p>
        ))}
      </Section>
    </>
  )
}
