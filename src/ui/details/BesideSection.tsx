import { beginTogether, setGroup, sideBySide, type Layout } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { framesPerSecond } from '@/core/time'
import { actHere } from '../state/inPose'
import { edit, freshId, useShown } from '../state/desk'
import { Button } from '../kit/button'
import { Choice } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { Section } from '../fields/section'
import { inWords, said } from '../../words/words'

const LAYOUTS = [
  { value: 'equal', label: inWords('details.equalParts') },
  { value: 'first-large', label: inWords('details.theFirstLargeTheRest') },
] as const

/** Takes several together, whatever they are, and lays those of them that are seen beside each other. */
export function BesideSection({ elements, shown }: { elements: readonly Element[]; shown: readonly Element[] }) {
  const timed = useShown()
  const { lesson } = timed
  const [layout, setLayout] = useKept<Layout>('beside: layout', 'equal')
  const [gap, setGap] = useKept('beside: gap', 24)
  const ids = elements.map((e) => e.id)
  const joined = elements[0]!.group !== null && elements.every((e) => e.group === elements[0]!.group)
  const clips = timed.clips.filter((c) => ids.includes(c.id))
  const apart = clips.length === ids.length && clips.some((c) => c.at !== clips[0]!.at)
  const lay = () => {
    const frames = Math.max(1, Math.round(framesPerSecond(lesson.rate)))
    const seen = shown.map((e) => e.id)
    edit(said('details.laySideBySide', seen.length), sideBySide(seen, layout, gap, actHere(), frames))
  }
  return (
    <Section title={inWords('details.togetherAndSideBySide')}>
      <Button
        onClick={() =>
          edit(
            joined ? said('common.unlinkClips') : said('details.takeThemTogether'),
            setGroup(ids, joined ? null : freshId('together')),
          )
        }
      >
        {joined ? inWords('details.partThem') : inWords('details.takeThemTogether')}
      </Button>
      {apart && (
        <Button onClick={() => edit(said('details.beginTogether'), beginTogether(ids, freshId('together')))}>
          {inWords('details.beginTogetherRecordedAtOnce')}
        </Button>
      )}
      <p className="text-muted">
        {joined ? inWords('details.theyAreSelectedCutMoved') : inWords('details.togetherTheyAreSelectedCut')}
      </p>
      {joined && <p className="text-muted">{inWords('details.pressOneOfThemAgain')}</p>}
      {shown.length > 1 && (
        <>
          <Choice label={inWords('details.layout')} value={layout} options={LAYOUTS} onChange={setLayout} />
          <NumberField label={inWords('details.gap')} unit="px" min={0} max={400} value={gap} onChange={setGap} />
          <Button onClick={lay}>{inWords('details.laySideBySideFrom')}</Button>
        </>
      )}
    </Section>
  )
}
