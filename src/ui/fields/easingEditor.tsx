import { useRef, useState } from 'react'
import { bezierOf, dampingOf, EASING_NAMES, isEasing, overOf, softnessOf } from '@/core/values'
import { Curve } from '../kit/curve'
import { Words } from './fields'
import { NumberField } from './numberField'
import { inWords } from '../../words/words'
import { PullOut } from '../kit/pullOut'
import { useGesture } from '../kit/gesture'

const W = 312
const H = 150
const PAD_Y = 36
const MORE = ['overshoot(25%)', 'spring(0.25)', 'steps(5)', 'linear(0, 0.8 30%, 1)']
const NOTES: Record<string, string> = {
  soft: inWords('fields.gentleAtBothEnds'),
  snappy: inWords('fields.offAtOnceALong'),
  overshoot: inWords('fields.pastItsGoalOnce'),
  spring: inWords('fields.swingsUntilItRests'),
  hold: inWords('fields.changesAtTheLanding'),
}
/** An easing in words, where it is none that has a name. */
function wordsOf(easing: string): string {
  const [, kind, values = ''] = /^([a-z-]+)\((.*)\)$/.exec(easing) ?? []
  switch (kind) {
    case 'cubic-bezier':
      return inWords('fields.aCurveOfItsOwn')
    case 'linear':
      return inWords('fields.alongPoints')
    case 'steps':
      return inWords('fields.steps', values)
    case 'spring':
      return inWords('fields.springWith', values)
    case 'overshoot':
      return inWords('fields.pastIt', values)
    case 'soft':
      return inWords('fields.softWith', values)
    default:
      return easing
  }
}
const short = (v: number) => Math.round(v * 1000) / 1000

interface EasingProps {
  value: string
  onChange: (easing: string) => void
}
/** An easing, shown as its curve: chosen by name, drawn by its handles, or typed as CSS writes it. */
export function EasingEditor({ value, onChange, label = inWords('fields.easing') }: EasingProps & { label?: string }) {
  const [bad, setBad] = useState('')
  const put = (text: string) => {
    const t = text.trim()
    if (isEasing(t)) {
      setBad('')
      onChange(t)
    } else setBad(inWords('fields.isNoEasingTakeA', t))
  }
  return (
    <div className="flex items-center justify-between gap-2">
      <span className="text-muted">{label}</span>
      <PullOut
        side="left"
        sideOffset={8}
        style={{ width: W + 20 }}
        className="space-y-2 p-2"
        from={
          <button
            type="button"
            aria-label={`${label}: ${value}`}
            className={
              'flex max-w-[190px] items-center gap-1 rounded border border-edge bg-card px-1 hover:border-edge-strong'
            }
          >
            <Curve easing={value} width={40} height={22} />
            <span className="truncate">{wordsOf(value)}</span>
          </button>
        }
      >
        <Named value={value} onChange={onChange} />
        <EasingValues value={value} onChange={onChange} />
        <Words label={inWords('fields.asCss', label)} className="font-code text-xs" value={value} onChange={put} />
        {bad && (
          <p className="text-accent-deep" role="alert">
            {bad}
          </p>
        )}
      </PullOut>
    </div>
  )
}

/** The easings that have a name, each with its curve. */
function Named({ value, onChange }: EasingProps) {
  return (
    <div className="grid grid-cols-4 gap-1" role="listbox" aria-label={inWords('fields.easings')} style={{ width: W }}>
      {[...EASING_NAMES, ...MORE].map((name) => (
        <button
          key={name}
          type="button"
          role="option"
          aria-selected={value === name}
          title={NOTES[name] ?? wordsOf(name)}
          onClick={() => onChange(name)}
          className={
            `group flex flex-col items-center rounded border px-0.5 pt-0.5 text-[11px] ` +
            `${value === name ? 'border-accent bg-accent-wash' : 'border-edge bg-card hover:border-edge-strong'}`
          }
        >
          <Curve easing={name} width={66} height={34} />
          <span className="w-full truncate text-center">{wordsOf(name)}</span>
        </button>
      ))}
    </div>
  )
}

/** The values that an easing of its kind has. */
function EasingValues({ value, onChange }: EasingProps) {
  const bezier = bezierOf(value)
  const soft = softnessOf(value)
  const damping = dampingOf(value)
  const over = overOf(value)
  const share = { unit: '%', min: 0, max: 100 }
  return (
    <>
      {bezier && <Bezier value={bezier} onChange={(b) => onChange(`cubic-bezier(${b.map(short).join(', ')})`)} />}
      {soft && (
        <div className="flex gap-3">
          <NumberField
            label={inWords('fields.softStart')}
            {...share}
            value={soft.start}
            onChange={(v) => onChange(`soft(${v}%, ${Math.round(soft.landing)}%)`)}
          />
          <NumberField
            label={inWords('fields.landing')}
            {...share}
            value={soft.landing}
            onChange={(v) => onChange(`soft(${Math.round(soft.start)}%, ${v}%)`)}
          />
        </div>
      )}
      {damping !== null && (
        <NumberField
          label={inWords('fields.damping')}
          min={0.05}
          max={1}
          step={0.05}
          digits={2}
          value={damping}
          onChange={(v) => onChange(`spring(${v})`)}
        />
      )}
      {over !== null && (
        <NumberField
          label={inWords('fields.pastItsGoalBy')}
          {...share}
          value={over}
          onChange={(v) => onChange(`overshoot(${v}%)`)}
        />
      )}
    </>
  )
}

type Four = [number, number, number, number]
interface BezierProps {
  value: Four
  onChange: (b: Four) => void
}
/** A cubic Bézier curve with its two handles, and its four numbers. */
function Bezier({ value, onChange }: BezierProps) {
  const [live, setLive] = useState<Four | null>(null)
  const now = live ?? value
  return (
    <div>
      <BezierCurve
        value={now}
        onLive={setLive}
        onLetGo={(made) => {
          setLive(null)
          if (made) onChange(made)
        }}
      />
      <div className="mt-1 grid grid-cols-4 gap-1">
        {['x1', 'y1', 'x2', 'y2'].map((name, i) => (
          <NumberField
            key={name}
            compact
            label={name}
            min={i % 2 === 0 ? 0 : -10}
            max={i % 2 === 0 ? 1 : 10}
            step={0.05}
            digits={3}
            value={now[i]!}
            onChange={(v) => onChange(value.with(i, v) as Four)}
          />
        ))}
      </div>
    </div>
  )
}
interface CurveProps {
  value: Four
  onLive: (b: Four) => void
  /** A handle was let go, with what came of it; null when that was given up. */
  onLetGo: (made: Four | null) => void
}
function BezierCurve({ value: now, onLive, onLetGo }: CurveProps) {
  const svg = useRef<SVGSVGElement>(null)
  const { press, hand } = useGesture()
  const x = (v: number) => 8 + v * (W - 16)
  const y = (v: number) => H - PAD_Y - v * (H - 2 * PAD_Y)
  const pulled = (i: 0 | 2, e: React.PointerEvent): Four => {
    const r = svg.current!.getBoundingClientRect()
    const across = Math.min(1, Math.max(0, short((e.clientX - r.left - 8) / (W - 16))))
    const up = Math.min(2, Math.max(-1, short((H - PAD_Y - (e.clientY - r.top)) / (H - 2 * PAD_Y))))
    return now.with(i, across).with(i + 1, up) as Four
  }
  const grasp = (i: 0 | 2) => (e: React.PointerEvent) => {
    let made: Four | null = null
    const drag = (at: React.PointerEvent) => {
      made = pulled(i, at)
      onLive(made)
    }
    press(e, { drag, drop: () => onLetGo(made), quit: () => onLetGo(null) }, { holder: svg.current! })
  }
  const point = (i: 0 | 2) => `${x(now[i])} ${y(now[i + 1]!)}`
  return (
    <svg
      ref={svg}
      width={W}
      height={H}
      className="rounded border border-edge bg-card"
      style={{ touchAction: 'none' }}
      data-testid="bezier"
      {...hand}
    >
      <path d={`M8 ${y(0)} H${W - 8} M8 ${y(1)} H${W - 8}`} stroke="#ddd0b8" />
      <path
        d={`M${x(0)} ${y(0)} C${point(0)} ${point(2)} ${x(1)} ${y(1)}`}
        fill="none"
        stroke="#2b2118"
        strokeWidth={2}
      />
      {([0, 2] as const).map((i) => (
        <g key={i}>
          <path d={`M${i === 0 ? `${x(0)} ${y(0)}` : `${x(1)} ${y(1)}`} L${point(i)}`} stroke="#b8321a" />
          <circle
            cx={x(now[i])}
            cy={y(now[i + 1]!)}
            r={6}
            fill="#fffdf8"
            stroke="#b8321a"
            strokeWidth={2}
            className="cursor-grab"
            data-handle={i === 0 ? 'bezier-start' : 'bezier-landing'}
            onPointerDown={grasp(i)}
          />
        </g>
      ))}
    </svg>
  )
}
