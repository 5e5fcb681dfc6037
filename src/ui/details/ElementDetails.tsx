import { ArrowDownToLine, ArrowUpToLine, ChevronDown, ChevronUp, CopyPlus, Scissors, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { toast } from 'sonner'
import { pointCallout, setAnchor, setElements, setLook, setSize, setSpan, setTrackOf, spanOver } from '@/core/edits'
import { kindOf, valueAt, type Field } from '@/core/elements'
import type { Element, Passing } from '@/core/lesson/schema'
import { FONTS } from '@/core/text'
import { framesPerSecond } from '@/core/time'
import { edit, tryEdit, useBench, useShown } from '../bench/store'
import { runCommand } from '../commands/commands'
import { Button, IconButton } from '../kit/button'
import { Choice, Colour, Row, Tick, Words } from '../kit/fields'
import { KindIcon } from '../kit/kindIcon'
import { NumberField } from '../kit/numberField'
import { Section } from './Section'
import { TieEditor } from './TieEditor'

const HOWS = [{ value: 'none', label: 'just there' }, { value: 'fade', label: 'fade' }, { value: 'slide', label: 'slide' }, { value: 'grow', label: 'grow' }] as const
const EASINGS = (['linear', 'ease', 'ease-in', 'ease-out', 'ease-in-out'] as const).map((v) => ({ value: v, label: v }))
const SIDES = (['left', 'right', 'top', 'bottom'] as const).map((v) => ({ value: v, label: v }))

export function ElementDetails({ element: e }: { element: Element }) {
  const timed = useShown()
  const span = timed.spans.get(e.id)!
  const kind = kindOf(e)
  const fps = framesPerSecond(timed.lesson.rate)
  const [percent, setPercent] = useState(false)
  const { width: W, height: H } = timed.lesson.frame
  const size = kind.size(e as never)
  const set = (label: string, change: (x: Element) => void) => edit(label, setElements([e.id], change))
  const look = (f: Field, value: unknown) => edit(`Change “${e.name}”: ${f.label.toLowerCase()}`, setLook([e.id], f.path, value))
  const long = span.to - span.from
  const passing = (e.arrival.how !== 'none' ? e.arrival.frames : 0) + (e.departure.how !== 'none' ? e.departure.frames : 0)
  const place = (label: string, of: number, value: number, put: (x: Element, v: number) => void) => (
    <NumberField
      label={label} unit={percent ? '%' : 'px'} digits={percent ? 2 : 1} value={percent ? (value / of) * 100 : value}
      onLive={(v) => tryEdit(setElements([e.id], (x) => put(x, percent ? (v * of) / 100 : v)))} onChange={(v) => set(`Change “${e.name}”: ${label}`, (x) => put(x, percent ? (v * of) / 100 : v))}
    />
  )
  const free = (x: Element) => { if (x.look.kind === 'bar') x.look.place = 'free' }
  const ripples = e.look.kind === 'ripple' && e.look.every
  return (
    <>
      <div className="flex items-center gap-2 border-b border-edge p-3">
        <KindIcon kind={e.look.kind} size={16} />
        <Words label="Name" value={e.name} onChange={(v) => v.trim() && set('Rename an element', (x) => { x.name = v.trim().slice(0, 120) })} className="font-semibold" />
      </div>
      <Section title="Time">
        {(e.look.kind === 'bar' || (e.look.kind === 'ripple' && e.look.every)) && <Spans element={e} />}
        <TieEditor element={e} side="start" />
        <TieEditor element={e} side="end" />
        <div className="flex justify-between text-muted"><span>On screen for</span><span className="figures">{long} frames · {(long / fps).toFixed(2)} s</span></div>
        {passing > long && <p className="text-accent-deep">Its arrival and departure together ({passing} frames) are longer than it is on screen; they are squeezed.</p>}
      </Section>
      {e.look.kind !== 'zoom' && !ripples && (
        <Section title="Arrival and departure">
          {(['arrival', 'departure'] as const).map((which) => {
            const p = e[which]
            const put = (change: (q: Passing) => void) => set(`Change how “${e.name}” ${which === 'arrival' ? 'comes' : 'goes'}`, (x) => change(x[which]))
            return (
              <div key={which} className="space-y-1.5">
                <Choice label={which === 'arrival' ? 'Comes' : 'Goes'} value={p.how} options={HOWS} onChange={(v) => put((q) => { q.how = v })} />
                {p.how !== 'none' && <NumberField label="in" unit="frames" perSecond={fps} min={0} max={10_000} value={p.frames} onChange={(v) => put((q) => { q.frames = v })} />}
                {p.how === 'slide' && <Choice label={which === 'arrival' ? 'from the' : 'to the'} value={p.from} options={SIDES} onChange={(v) => put((q) => { q.from = v })} />}
                {p.how !== 'none' && <Choice label="Easing" value={p.easing} options={EASINGS} onChange={(v) => put((q) => { q.easing = v })} />}
              </div>
            )
          })}
        </Section>
      )}
      {e.look.kind === 'ripple' && e.look.every && <Section title="Rule"><p className="text-muted">Stands for a ripple on each click in its span.</p><Button onClick={() => runCommand('break-ripples')}><Scissors size={13} />Break up into single ripples</Button></Section>}
      <Section title={kind.title}>
        {kind.fields.map((f) => <LookField key={f.path} field={f} element={e} onChange={(v) => look(f, v)} />)}
        {e.look.kind === 'callout' && (e.look.tip
          ? <Button onClick={() => edit(`Take the tail off “${e.name}”`, pointCallout(e.id, null))}>Take the tail off</Button>
          : <Button onClick={() => edit(`Give “${e.name}” a tail`, pointCallout(e.id, { x: e.x, y: e.y + size.h / 2 + 80 }))}>Give it a tail</Button>)}
        {kind.fields.length === 0 && <p className="text-muted">{e.look.kind === 'still' ? timed.lesson.media[e.look.media]?.name : ''}</p>}
      </Section>
      {!ripples && (
        <Section title={`Place of its anchor point, in ${percent ? '% of the frame' : 'px'}`} right={<button type="button" className="figures rounded border border-edge px-1.5 text-xs hover:bg-black/5" onClick={() => setPercent(!percent)}>{percent ? 'show px' : 'show %'}</button>}>
          {place('x, from the left', W, e.x, (x, v) => { free(x); x.x = v })}
          {place('y, from the top', H, e.y, (x, v) => { free(x); x.y = v })}
          {(kind.pulls !== 'none' || e.look.kind === 'arrow') && <NumberField label={e.look.kind === 'arrow' ? 'length' : 'width'} unit={percent ? '%' : 'px'} min={1} digits={percent ? 2 : 1} value={percent ? (size.w / W) * 100 : size.w} onLive={(v) => tryEdit(setSize(e.id, percent ? (v * W) / 100 : v, null))} onChange={(v) => edit(`Size “${e.name}”`, setSize(e.id, percent ? (v * W) / 100 : v, null))} />}
          {kind.pulls !== 'none' && <NumberField label="height" unit={percent ? '%' : 'px'} min={1} digits={percent ? 2 : 1} value={percent ? (size.h / H) * 100 : size.h} onLive={(v) => tryEdit(setSize(e.id, null, percent ? (v * H) / 100 : v))} onChange={(v) => edit(`Size “${e.name}”`, setSize(e.id, null, percent ? (v * H) / 100 : v))} />}
          {e.look.kind !== 'zoom' && <NumberField label="turn" unit="°" digits={1} value={e.rotation} onLive={(v) => tryEdit(setElements([e.id], (x) => { free(x); x.rotation = v }))} onChange={(v) => set(`Turn “${e.name}”`, (x) => { free(x); x.rotation = v })} />}
          {e.look.kind !== 'zoom' && <NumberField label="opacity" unit="%" min={0} max={100} value={e.opacity * 100} onLive={(v) => tryEdit(setElements([e.id], (x) => { x.opacity = v / 100 }))} onChange={(v) => set(`Opacity of “${e.name}”`, (x) => { x.opacity = v / 100 })} />}
          {e.look.kind !== 'zoom' && e.look.kind !== 'arrow' && e.look.kind !== 'ripple' && (
            <Choice label="Anchor point" value={`${e.anchor.x} ${e.anchor.y}`} onChange={(v) => { const [x, y] = v.split(' ').map(Number) as [number, number]; edit(`Anchor of “${e.name}”`, setAnchor(e.id, { x, y })) }} options={ANCHORS.some((a) => a.value === `${e.anchor.x} ${e.anchor.y}`) ? ANCHORS : [...ANCHORS, { value: `${e.anchor.x} ${e.anchor.y}`, label: 'its own' }]} />
          )}
        </Section>
      )}
      <Section title="Lies">
        {e.look.kind !== 'zoom' && <Choice label="Lies" value={e.space} options={[{ value: 'take', label: 'on the take (moves with a zoom)' }, { value: 'picture', label: 'in the picture (stays put)' }]} onChange={(v) => set(`“${e.name}” lies ${v === 'take' ? 'on the take' : 'in the picture'}`, (x) => { x.space = v })} />}
        <Choice label="Track" value={e.track} options={timed.lesson.tracks.filter((t) => t.kind === 'elements').map((t) => ({ value: t.id, label: t.name }))} onChange={(v) => edit(`Put “${e.name}” on another track`, setTrackOf([e.id], v))} />
        <Actions />
      </Section>
    </>
  )
}

const OVER = [{ value: 'own', label: 'its own start and end' }, { value: 'lesson', label: 'the lesson' }, { value: 'chapter', label: 'the chapter here' }, { value: 'take', label: 'the take here' }] as const
/** What a bar or a ripple rule lasts as long as: the lesson, or the chapter or take at the playhead. */
function Spans({ element: e }: { element: Element }) {
  const key = (edge: Element['start']) => (edge.on === 'moment' && edge.offset === 0 ? `${edge.moment} ${edge.edge}` : '')
  const timed = useShown()
  const playhead = useBench((b) => b.playhead)
  const now = (['lesson', 'chapter', 'take'] as const).find((w) => {
    const s = spanOver(timed, w, w === 'lesson' ? 0 : (timed.spans.get(e.id)?.from ?? 0))
    return s && key(s.start) === key(e.start) && key(s.end) === key(e.end)
  })
  return (
    <Choice
      label="Spans" value={now ?? 'own'} options={OVER} onChange={(w) => {
        const span = w === 'own' ? null : spanOver(timed, w, playhead)
        if (span) edit(`“${e.name}” spans ${w === 'lesson' ? 'the lesson' : `a ${w}`}`, setSpan(e.id, span))
        else if (w !== 'own') toast(`There is no ${w} at the playhead.`)
      }}
    />
  )
}

const ANCHORS = ([['0.5 0.5', 'its middle'], ['0 0', 'top left'], ['1 0', 'top right'], ['0 1', 'bottom left'], ['1 1', 'bottom right'], ['0.5 0', 'top'], ['0.5 1', 'bottom'], ['0 0.5', 'left'], ['1 0.5', 'right']] as const).map(([value, label]) => ({ value: value as string, label: label as string }))

export function Actions() {
  const many = useBench((b) => b.elements.length > 1)
  return (
    <div className="flex items-center gap-0.5">
      <IconButton label="Bring to the front" onClick={() => runCommand('stack-front')}><ArrowUpToLine size={14} /></IconButton>
      <IconButton label="One step forward" onClick={() => runCommand('stack-forward')}><ChevronUp size={14} /></IconButton>
      <IconButton label="One step back" onClick={() => runCommand('stack-backward')}><ChevronDown size={14} /></IconButton>
      <IconButton label="Send to the back" onClick={() => runCommand('stack-back')}><ArrowDownToLine size={14} /></IconButton>
      <span className="flex-1" />
      <IconButton label={many ? 'Duplicate them' : 'Duplicate'} keys="Ctrl+D" onClick={() => runCommand('duplicate')}><CopyPlus size={14} /></IconButton>
      <IconButton label={many ? 'Delete them' : 'Delete'} keys="Delete" onClick={() => runCommand('delete')}><Trash2 size={14} /></IconButton>
    </div>
  )
}

function LookField({ field: f, element: e, onChange }: { field: Field; element: Element; onChange: (v: unknown) => void }) {
  const value = valueAt(e.look, f.path)
  switch (f.type) {
    case 'colour': return <Colour label={f.label} value={value as string | null} optional={f.optional} onChange={onChange} />
    case 'tick': return <Tick label={f.label} value={value as boolean} onChange={onChange} />
    case 'choice': return <Choice label={f.label} value={value as string} options={f.options} onChange={onChange} />
    case 'text': return <Words label={f.label} lines={3} value={value as string} onChange={onChange} />
    case 'font': {
      const face = value as { family: string; weight: number }
      const names: Record<number, string> = { 400: 'regular', 500: 'medium', 600: 'semibold', 700: 'bold', 800: 'heavy' }
      return <Row label={f.label}><Choice bare label={f.label} value={`${face.family}/${face.weight}`} options={FONTS.map((x) => ({ value: `${x.family}/${x.weight}`, label: `${x.family} ${names[x.weight] ?? x.weight}` }))} onChange={(v) => { const [family, weight] = v.split('/'); onChange({ ...face, family, weight: Number(weight) }) }} /></Row>
    }
    default: return <NumberField label={f.label} unit={f.type === 'number' ? f.unit : f.type === 'frames' ? 'frames' : 'px'} min={f.min} max={f.max} digits={f.digits ?? 0} value={value as number} onLive={(v) => tryEdit(setLook([e.id], f.path, v))} onChange={onChange} />
  }
}
