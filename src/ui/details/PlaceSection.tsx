import { cropIsKeyed, setAnchor, setCrop, setElements, setSize, putAt, setScale, type Values } from '@/core/edits'
import { isView, kindOf } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { editPosed, posed, tryPosed } from '../state/inPose'
import { edit, setDesk, tryEdit, useDesk, useShown } from '../state/desk'
import { Button } from '../kit/button'
import { Colour } from '../fields/colour'
import { Choice, Tick } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { KeyMark } from '../fields/keyMark'
import { useNow } from './useNow'
import { Section } from '../fields/section'

const factored = (v: number | undefined, factor: number) => (v === undefined ? undefined : v * factor)

type From = 'anchor' | 'near' | 'far'
/**
 * Where an element is, how big, how it is turned; in px or %, of its anchor point or an edge. `e` is as the pose in
 * force has it.
 */
export function PlaceSection({ element: e }: { element: Element }) {
  const { lesson } = useShown()
  const [percent, setPercent] = useKept('place: percent', false)
  const [from, setFrom] = useKept<From>('place: from', 'anchor')
  const [linked, setLinked] = useKept('place: linked', true)
  const kind = kindOf(e)
  const { width: W, height: H } = lesson.frame
  const size = kind.size(e)
  const zoom = isView(e)
  const put = (path: string, v: number) => putAt([e.id], { [path]: v })
  const now = useNow(e)
  const mark = (path: string, label: string) => <KeyMark element={e} path={path} label={label} />
  const pair = (
    label: string,
    path: string,
    live: (v: number) => ReturnType<typeof put>,
    value: number,
    whole: number | null,
    more: object = {},
  ) => (
    <NumberField
      mark={mark(path, label)}
      label={label}
      unit={whole !== null && percent ? '%' : 'px'}
      digits={whole !== null && percent ? 2 : 1}
      of={whole ?? undefined}
      value={whole !== null && percent ? (value / whole) * 100 : value}
      {...(from === 'anchor' && !(whole !== null && percent) && { now: now(path) })}
      {...more}
      onLive={(v) => tryPosed(live(whole !== null && percent ? (v * whole) / 100 : v))}
      onChange={(v) =>
        editPosed(`Change “${e.name}”: ${label}`, live(whole !== null && percent ? (v * whole) / 100 : v))
      }
    />
  )
  const plain = (
    label: string,
    path: string,
    value: number,
    unit: string | undefined,
    min: number,
    max: number,
    factor = 1,
    digits = 0,
  ) => (
    <NumberField
      mark={mark(path, label)}
      label={label}
      unit={unit}
      min={min}
      max={max}
      digits={digits}
      value={value * factor}
      now={factored(now(path), factor)}
      onLive={(v) => tryPosed(put(path, v / factor))}
      onChange={(v) => editPosed(`Change “${e.name}”: ${label}`, put(path, v / factor))}
    />
  )
  // An edge is only said where it is level.
  const level = e.rotation % 90 === 0 && e.tilt.upright === 0 && e.tilt.level === 0
  const shift = (axis: 'x' | 'y') => {
    if (from === 'anchor' || !level) return 0
    const long = axis === 'x' ? size.w * Math.abs(e.scale.x) : size.h * Math.abs(e.scale.y)
    const share = axis === 'x' ? e.anchor.x : e.anchor.y
    return from === 'near' ? -share * long : (1 - share) * long
  }
  const of = { anchor: 'of its anchor point', near: 'of its left and top edge', far: 'of its right and bottom edge' }[
    level ? from : 'anchor'
  ]
  const scale = (axis: 'x' | 'y', label: string) => (
    <NumberField
      mark={mark(`scale.${axis}`, label)}
      label={label}
      unit="%"
      digits={1}
      min={-10_000}
      max={10_000}
      value={e.scale[axis] * 100}
      onLive={(v) => tryPosed(scaled(axis, v / 100))}
      onChange={(v) => editPosed(`Scale “${e.name}”`, scaled(axis, v / 100))}
    />
  )
  const cropping = useDesk((b) => b.cropping)
  const cropped = (side: keyof Element['crop'], v: number) => {
    const made = setCrop(e.id, { [side]: v })
    return cropIsKeyed(e) ? posed(made) : made
  }
  const scaled = (axis: 'x' | 'y', v: number) => setScale([e.id], axis, v, linked)
  return (
    <>
      <Section
        title={`Place ${of}`}
        name="Place"
        folds="open"
        right={
          <button
            type="button"
            className="figures rounded border border-edge px-1.5 text-xs hover:bg-black/5"
            onClick={() => setPercent(!percent)}
          >
            {percent ? 'show px' : 'show %'}
          </button>
        }
      >
        {level && !zoom && !kind.line && (
          <Choice
            label="Measured"
            value={from}
            options={[
              { value: 'anchor', label: 'to its anchor point' },
              { value: 'near', label: 'to its left, top edge' },
              { value: 'far', label: 'to its right, bottom edge' },
            ]}
            onChange={setFrom}
          />
        )}
        {pair('x, from the left', 'x', (v) => put('x', v - shift('x')), e.x + shift('x'), W)}
        {pair('y, from the top', 'y', (v) => put('y', v - shift('y')), e.y + shift('y'), H)}
        {(kind.pulls !== 'none' || kind.line) &&
          pair(kind.line ? 'length' : 'width', 'width', (v) => setSize(e.id, v, null), size.w, W, {
            min: 1,
          })}
        {kind.pulls !== 'none' && pair('height', 'height', (v) => setSize(e.id, null, v), size.h, H, { min: 1 })}
        {!zoom && plain('turn', 'rotation', e.rotation, '°', -36_000, 36_000, 1, 1)}
        {!zoom && plain('opacity', 'opacity', e.opacity, '%', 0, 100, 100)}
        {!zoom && !kind.line && !kind.marks && <AnchorPicker element={e} />}
      </Section>
      {!zoom && !kind.marks && (
        <Section title="Scale, tilt, crop" folds="shut">
          {scale('x', 'scale width')}
          {scale('y', 'scale height')}
          <Tick label="Scale both ways together" value={linked} onChange={setLinked} />
          {plain('tilt left and right', 'tilt.upright', e.tilt.upright, '°', -36_000, 36_000)}
          {plain('tilt up and down', 'tilt.level', e.tilt.level, '°', -36_000, 36_000)}
          {plain('reveal', 'reveal.shown', e.reveal.shown, '%', 0, 100)}
          <Choice
            label="uncovered from the"
            value={e.reveal.from}
            options={(['left', 'right', 'top', 'bottom'] as const).map((v) => ({ value: v, label: v }))}
            onChange={(v) => edit(`Reveal “${e.name}” from another side`, setElements([e.id], { 'reveal.from': v }))}
          />
          {(['left', 'right', 'top', 'bottom'] as const).map((s) => (
            <NumberField
              key={s}
              mark={mark(`crop.${s}`, `crop ${s}`)}
              label={`crop ${s}`}
              unit="%"
              min={0}
              max={100}
              digits={1}
              value={e.crop[s] * 100}
              onLive={(v) => tryEdit(cropped(s, v / 100))}
              onChange={(v) => edit(`Crop “${e.name}”`, cropped(s, v / 100))}
            />
          ))}
          <Button pressed={cropping} onClick={() => setDesk({ cropping: !cropping })}>
            Crop on the picture
          </Button>
        </Section>
      )}
      {!zoom && !kind.marks && (
        <Section title="Blur, corners, shadow" folds="open">
          {plain('blur', 'blurPx', e.blurPx, 'px', 0, 200)}
          {plain('round corners', 'cornerPx', e.cornerPx, 'px', 0, 4000)}
          <ShadowFields element={e} />
        </Section>
      )}
    </>
  )
}

/** The shadow of an element, whatever its kind; those that draw one of their own have it among their values. */
function ShadowFields({ element: e }: { element: Element }) {
  if (kindOf(e).fields.some((f) => f.path === 'shadow')) return null
  const put = (values: Values) => edit(`Shadow of “${e.name}”`, setElements([e.id], values))
  const s = e.shadow
  return (
    <>
      <Colour
        label="shadow"
        owner={e.id}
        value={s?.colour ?? null}
        optional
        onChange={(colour) => put({ shadow: colour === null ? null : { dx: 6, dy: 8, blurPx: 12, ...s, colour } })}
      />
      {s && (
        <NumberField
          label="shadow to the right"
          unit="px"
          min={-1000}
          max={1000}
          value={s.dx}
          onChange={(v) => put({ 'shadow.dx': v })}
        />
      )}
      {s && (
        <NumberField
          label="shadow down"
          unit="px"
          min={-1000}
          max={1000}
          value={s.dy}
          onChange={(v) => put({ 'shadow.dy': v })}
        />
      )}
      {s && (
        <NumberField
          label="shadow softness"
          unit="px"
          min={0}
          max={200}
          value={s.blurPx}
          onChange={(v) => put({ 'shadow.blurPx': v })}
        />
      )}
    </>
  )
}

/** The anchor point, at one of nine places; or dragged on the picture. What is seen stays where it is. */
function AnchorPicker({ element: e }: { element: Element }) {
  const open = useDesk((b) => b.anchorOpen)
  const names = [
    ['top left', 'top', 'top right'],
    ['left', 'middle', 'right'],
    ['bottom left', 'bottom', 'bottom right'],
  ]
  const own = !names.flat().some((_, i) => e.anchor.x === (i % 3) / 2 && e.anchor.y === Math.floor(i / 3) / 2)
  return (
    <div className="flex items-center justify-between">
      <span className="text-muted">
        <KeyMark element={e} path="anchor.x" label="Anchor point across" />
        <KeyMark element={e} path="anchor.y" label="Anchor point down" />
        Anchor point{own ? ` at ${Math.round(e.anchor.x * 100)} %, ${Math.round(e.anchor.y * 100)} %` : ''}
      </span>
      <Button
        className="ml-auto mr-1.5 !h-[24px] !px-1.5"
        pressed={open}
        title="Drag it on the picture"
        onClick={() => setDesk({ anchorOpen: !open })}
      >
        drag
      </Button>
      <div
        role="radiogroup"
        aria-label="Anchor point"
        className="grid grid-cols-3 gap-px rounded border border-edge bg-card p-1"
      >
        {names.flatMap((row, r) =>
          row.map((name, c) => {
            const on = e.anchor.x === c / 2 && e.anchor.y === r / 2
            return (
              <button
                key={name}
                type="button"
                role="radio"
                aria-checked={on}
                aria-label={name}
                title={name}
                onClick={() => edit(`Anchor of “${e.name}”`, setAnchor(e.id, { x: c / 2, y: r / 2 }))}
                className="grid size-[24px] place-items-center"
              >
                <span className={on ? 'size-2.5 rounded-full bg-accent' : 'size-1.5 rounded-full bg-edge-strong'} />
              </button>
            )
          }),
        )}
      </div>
    </div>
  )
}
