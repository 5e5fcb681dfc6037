import {
  cropIsKeyed,
  setAnchor,
  setCrop,
  setElements,
  setSize,
  putAt,
  setScale,
  type Edit,
  type Values,
} from '@/core/edits'
import { isView, kindOf, isLine, sizeOf, canBePulled, marks } from '@/core/kinds'
import type { Element } from '@/core/lesson/schema'
import { editPosed, posed, tryPosed } from '../state/inPose'
import { beginOrEnd, edit, useDesk, useShown } from '../state/desk'
import { Button } from '../kit/button'
import { Colour } from '../fields/colour'
import { Choice, Tick } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { useKept } from '../kit/useKept'
import { KeyMark } from '../fields/keyMark'
import { useNow } from './useNow'
import { CommonField } from './CommonField'
import { Section } from '../fields/section'
import { inWords, said } from '../../words/words'

type From = 'anchor' | 'near' | 'far'
const FROM: Record<From, { to: string; of: string }> = {
  anchor: { to: inWords('details.toItsAnchorPoint'), of: inWords('details.ofItsAnchorPoint') },
  near: { to: inWords('details.toItsLeftTopEdge'), of: inWords('details.ofItsLeftAndTop') },
  far: { to: inWords('details.toItsRightBottomEdge'), of: inWords('details.ofItsRightAndBottom') },
}
const FROMS = (['anchor', 'near', 'far'] as const).map((value) => ({ value, label: FROM[value].to }))
const SIDES = ['left', 'right', 'top', 'bottom'] as const

/** Where an element is, how big, how it is turned, what is seen of it. `e` is as the pose in force has it. */
export function PlaceSection({ element: e }: { element: Element }) {
  const shaped = !isView(e) && !marks(e)
  return (
    <>
      <SpotSection element={e} />
      {shaped && <ReshapeSection element={e} />}
      {shaped && (
        <Section title={inWords('details.blurCornersShadow')} folds="open">
          <CommonField element={e} path="blurPx" />
          <CommonField element={e} path="cornerPx" />
          <ShadowFields element={e} />
        </Section>
      )}
    </>
  )
}

/** Its place and size, in px or in % of the frame, of its anchor point or an edge. */
function SpotSection({ element: e }: { element: Element }) {
  const { width: W, height: H } = useShown().lesson.frame
  const [percent, setPercent] = useKept('place: percent', false)
  const [from, setFrom] = useKept<From>('place: from', 'anchor')
  const size = sizeOf(e)
  const line = isLine(e)
  const zoom = isView(e)
  // An edge is only said where it is level.
  const level = e.rotation % 90 === 0 && e.tilt.upright === 0 && e.tilt.level === 0
  const shift = (axis: 'x' | 'y') => {
    if (from === 'anchor' || !level) return 0
    const long = axis === 'x' ? size.w * Math.abs(e.scale.x) : size.h * Math.abs(e.scale.y)
    const share = axis === 'x' ? e.anchor.x : e.anchor.y
    return from === 'near' ? -share * long : (1 - share) * long
  }
  const common = { element: e, percent, here: from === 'anchor' }
  const put = (axis: 'x' | 'y') => (v: number) => putAt([e.id], { [axis]: v - shift(axis) })
  return (
    <Section
      title={inWords('details.place', FROM[level ? from : 'anchor'].of)}
      name="place"
      folds="open"
      right={
        <button
          type="button"
          className="figures rounded border border-edge px-1.5 text-xs hover:bg-black/5"
          onClick={() => setPercent(!percent)}
        >
          {percent ? inWords('details.showPx') : inWords('details.showPercent')}
        </button>
      }
    >
      {level && !zoom && !line && (
        <Choice label={inWords('details.measured')} value={from} options={FROMS} onChange={setFrom} />
      )}
      <Along
        {...common}
        label={inWords('details.xFromTheLeft')}
        path="x"
        value={e.x + shift('x')}
        whole={W}
        put={put('x')}
      />
      <Along
        {...common}
        label={inWords('details.yFromTheTop')}
        path="y"
        value={e.y + shift('y')}
        whole={H}
        put={put('y')}
      />
      {(canBePulled(e) || line) && (
        <Along
          {...common}
          label={line ? inWords('details.length') : inWords('details.width')}
          path="width"
          value={size.w}
          whole={W}
          min={1}
          put={(v) => setSize(e.id, v, null)}
        />
      )}
      {canBePulled(e) && (
        <Along
          {...common}
          label={inWords('details.height')}
          path="height"
          value={size.h}
          whole={H}
          min={1}
          put={(v) => setSize(e.id, null, v)}
        />
      )}
      {!zoom && <CommonField element={e} path="rotation" />}
      {!zoom && <CommonField element={e} path="opacity" />}
      {!zoom && !line && !marks(e) && <AnchorPicker element={e} />}
    </Section>
  )
}

/** A place or a length along a side of the frame: in px, or in % of that side. */
function Along({
  element: e,
  label,
  path,
  value,
  whole,
  percent,
  here,
  min,
  put,
}: {
  element: Element
  label: string
  path: string
  value: number
  /** The side of the frame, in px. */
  whole: number
  percent: boolean
  /** Whether what it is at the playhead can be told beside it. */
  here: boolean
  min?: number
  put: (v: number) => Edit
}) {
  const now = useNow(e)
  const by = percent ? 100 / whole : 1
  return (
    <NumberField
      mark={<KeyMark element={e} path={path} label={label} />}
      label={label}
      unit={percent ? '%' : 'px'}
      digits={percent ? 2 : 1}
      of={whole}
      value={value * by}
      {...(min !== undefined && { min })}
      {...(here && !percent && { now: now(path) })}
      onLive={(v) => tryPosed(put(v / by))}
      onChange={(v) => editPosed(said('details.changeNameLabel', e.name, label), put(v / by))}
    />
  )
}

/** How it is scaled and tilted, and what of it is seen. */
function ReshapeSection({ element: e }: { element: Element }) {
  const [linked, setLinked] = useKept('place: linked', true)
  const cropping = useDesk((b) => b.doing.do === 'crop')
  const cropped = (side: keyof Element['crop'], v: number) => {
    const made = setCrop(e.id, { [side]: v })
    return cropIsKeyed(e) ? posed(made) : made
  }
  return (
    <Section title={inWords('details.scaleTiltCrop')} folds="shut">
      {(['x', 'y'] as const).map((axis) => (
        <CommonField key={axis} element={e} path={`scale.${axis}`} put={(v) => setScale([e.id], axis, v, linked)} />
      ))}
      <Tick label={inWords('details.scaleBothWaysTogether')} value={linked} onChange={setLinked} />
      {(['tilt.upright', 'tilt.level', 'reveal.shown'] as const).map((path) => (
        <CommonField key={path} element={e} path={path} />
      ))}
      <Choice
        label={inWords('details.revealedFromThe')}
        value={e.reveal.from}
        options={SIDES.map((v) => ({ value: v, label: inWords(`terms.${v}`) }))}
        onChange={(v) => edit(said('details.revealFromAnotherSide', e.name), setElements([e.id], { 'reveal.from': v }))}
      />
      {SIDES.map((s) => (
        <CommonField key={s} element={e} path={`crop.${s}`} put={(v) => cropped(s, v)} plain />
      ))}
      <Button pressed={cropping} onClick={() => beginOrEnd({ do: 'crop' })}>
        {inWords('details.cropOnThePicture')}
      </Button>
    </Section>
  )
}

/** The shadow of an element, whatever its kind; those that draw one of their own have it among their values. */
function ShadowFields({ element: e }: { element: Element }) {
  if (kindOf(e).fields.some((f) => f.path === 'shadow')) return null
  const put = (values: Values) => edit(said('details.shadowOf', e.name), setElements([e.id], values))
  const s = e.shadow
  return (
    <>
      <Colour
        label={inWords('details.shadow')}
        owner={e.id}
        value={s?.colour ?? null}
        optional
        onChange={(colour) => put({ shadow: colour === null ? null : { dx: 6, dy: 8, blurPx: 12, ...s, colour } })}
      />
      {s &&
        (['dx', 'dy', 'blurPx'] as const).map((of) => (
          <CommonField
            key={of}
            element={e}
            path={`shadow.${of}`}
            put={(v) => setElements([e.id], { [`shadow.${of}`]: v })}
            plain
          />
        ))}
    </>
  )
}

/** The anchor point, at one of nine places; or dragged on the picture. What is seen stays where it is. */
function AnchorPicker({ element: e }: { element: Element }) {
  const open = useDesk((b) => b.doing.do === 'anchor')
  const names = [
    [inWords('details.topLeft'), inWords('terms.top'), inWords('details.topRight')],
    [inWords('terms.left'), inWords('terms.middle'), inWords('terms.right')],
    [inWords('details.bottomLeft'), inWords('terms.bottom'), inWords('details.bottomRight')],
  ]
  const own = !names.flat().some((_, i) => e.anchor.x === (i % 3) / 2 && e.anchor.y === Math.floor(i / 3) / 2)
  return (
    <div className="flex items-center justify-between">
      <span className="text-muted">
        <KeyMark element={e} path="anchor.x" label={inWords('details.anchorPointAcross')} />
        <KeyMark element={e} path="anchor.y" label={inWords('details.anchorPointDown')} />
        {inWords(
          'details.anchorPoint',
          own ? inWords('details.atXY', Math.round(e.anchor.x * 100), Math.round(e.anchor.y * 100)) : '',
        )}
      </span>
      <Button
        className="ml-auto mr-1.5 !h-[24px] !px-1.5"
        pressed={open}
        title={inWords('details.dragItOnThePicture')}
        onClick={() => beginOrEnd({ do: 'anchor' })}
      >
        {inWords('details.drag')}
      </Button>
      <div
        role="radiogroup"
        aria-label={inWords('details.anchor')}
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
                onClick={() => edit(said('details.anchorOf', e.name), setAnchor(e.id, { x: c / 2, y: r / 2 }))}
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
