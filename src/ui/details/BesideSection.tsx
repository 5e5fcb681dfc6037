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

const LAYOUTS = [
  { value: 'equal', label: 'equal parts' },
  { value: 'first-large', label: 'the first large, the rest small' },
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
    edit(`Lay ${seen.length} side by side`, sideBySide(seen, layout, gap, actHere(), frames))
  }
  return (
    <Section title="Together and side by side">
      <Button
        onClick={() =>
          edit(
            joined ? 'Part what was taken together' : 'Take them together',
            setGroup(ids, joined ? null : freshId('together')),
          )
        }
      >
        {joined ? 'Part them' : 'Take them together'}
      </Button>
      {apart && (
        <Button onClick={() => edit('Begin together', beginTogether(ids, freshId('together')))}>
          Begin together: recorded at once
        </Button>
      )}
      <p className="text-muted">
        {joined
          ? 'They are selected, cut, moved and re-timed together.'
          : 'Together they are selected, cut, moved and re-timed as one.'}
      </p>
      {joined && <p className="text-muted">Press one of them again to choose it alone.</p>}
      {shown.length > 1 && (
        <>
          <Choice label="Layout" value={layout} options={LAYOUTS} onChange={setLayout} />
          <NumberField label="Gap" unit="px" min={0} max={400} value={gap} onChange={setGap} />
          <Button onClick={lay}>Lay side by side from here</Button>
        </>
      )}
    </Section>
  )
}
