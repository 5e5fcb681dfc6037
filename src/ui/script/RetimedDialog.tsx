import { useMemo, useState } from 'react'
import type { Retimed } from '@/core/review/retimed'
import { lengthText, timecode } from '@/core/time'
import { goTo, setDesk, useDesk } from '../state/desk'
import { Dialog } from '../kit/dialog'
import { compared, type Compared } from './retimed'
import { momentKind } from '@/core/moments'
import { inWords } from '../../words/words'

/** Pixels: the chart's width and heights, its two bars, and what lies between them. */
const WIDE = 716
const HIGH = 224
const BAR = { high: 26, before: 24, after: 144 }
const HOWS: Record<Retimed['how'], { colour: string; words: string }> = {
  same: { colour: '#ece5d4', words: inWords('script.asItWas') },
  slower: { colour: '#9fc0cf', words: inWords('script.slower') },
  faster: { colour: '#e0ad63', words: inWords('script.faster') },
  waits: { colour: '#b8321a', words: inWords('script.waits') },
}
const MOST_TOLD = 8

/** How recordings are gone through before and after a step: as a chart, and the greatest changes in words. */
export function RetimedDialog() {
  const open = useDesk((b) => b.panel === 'retimed')
  return (
    <Dialog
      open={open}
      onOpenChange={(is) => !is && setDesk({ panel: 'none' })}
      title={inWords('script.howThePictureFollowsBefore')}
      wide
    >
      {open && <Found />}
    </Dialog>
  )
}

function Found() {
  const [found] = useState(() => compared())
  if (!found) return <p className="text-muted">{inWords('script.noRecordingGoesOtherwiseThan')}</p>
  return <Chart found={found} />
}

function Chart({ found }: { found: Compared }) {
  const { label, before, after, changes } = found
  const { rate } = after.lesson
  const told = changes
    .map((c) => ({ c, by: Math.abs(c.is.to - c.is.from - (c.was.to - c.was.from)) }))
    .filter(({ c, by }) => c.how !== 'same' && by >= 1)
    .sort((a, b) => b.by - a.by)
  const greatest = told.slice(0, MOST_TOLD).sort((a, b) => a.c.is.from - b.c.is.from)
  const waits = changes.filter((c) => c.how === 'waits').reduce((n, c) => n + c.is.to - c.is.from, 0)
  const left = told.filter(({ c }) => c.how === 'faster').reduce((n, { by }) => n + by, 0)
  return (
    <div className="space-y-3">
      <p className="text-muted">
        {inWords(
          'script.beforeAfterWaitingAddsGoing',
          label,
          timecode(before.length, rate),
          timecode(after.length, rate),
          lengthText(Math.round(waits), rate),
          lengthText(Math.round(left), rate),
        )}
      </p>
      <Bars found={found} />
      <ul className="grid grid-cols-2 gap-x-6 gap-y-1" aria-label={inWords('script.theGreatestChanges')}>
        {greatest.map(({ c, by }) => (
          <li key={c.is.from}>
            <button
              type="button"
              className="flex w-full items-baseline gap-2 rounded px-1 text-left hover:bg-black/5"
              onClick={() => {
                setDesk({ panel: 'none' })
                goTo(Math.round(c.is.from))
              }}
            >
              <span className="figures text-muted">{timecode(Math.round(c.is.from), rate)}</span>
              <span>
                {c.how === 'waits'
                  ? inWords('script.waitsFor', lengthText(Math.round(by), rate))
                  : inWords('script.timesAsFast', HOWS[c.how].words, c.times.toFixed(c.times < 2 ? 2 : 1))}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  )
}

/** Both as bars, with what belongs together joined. */
function Bars({ found: { before, after, changes } }: { found: Compared }) {
  const { rate } = after.lesson
  const px = WIDE / Math.max(before.length, after.length)
  const x = (frame: number) => frame * px
  const threads = useMemo(
    () =>
      [...before.moments.values()].flatMap((m) => {
        const { thread } = momentKind(m)
        const now = thread && m.frame !== null ? (after.moments.get(m.id)?.frame ?? null) : null
        return now === null ? [] : [{ id: m.id, faint: thread === 'faint', label: m.label, was: m.frame!, is: now }]
      }),
    [before, after],
  )
  const bar = (frames: number, y: number, named: { as: string; y: number }) => (
    <>
      <text x={0} y={named.y} fontSize={11} fill="#5c5140">
        {named.as}, {lengthText(frames, rate)}
      </text>
      <rect y={y} width={x(frames)} height={BAR.high} fill={HOWS.same.colour} stroke="#2b2118" />
    </>
  )
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${HIGH}`}
      className="w-full"
      role="img"
      aria-label={inWords('script.beforeAboveAfterBelowWhat')}
    >
      {bar(before.length, BAR.before, { as: inWords('script.before'), y: BAR.before - 6 })}
      {bar(after.length, BAR.after, { as: inWords('script.after'), y: BAR.after + BAR.high + 13 })}
      {changes.map((c, i) => {
        const [a, b] = [BAR.before + BAR.high, BAR.after]
        const { colour, words } = HOWS[c.how]
        const times = c.how === 'waits' ? '' : ` ${c.times.toFixed(2)}×`
        const corners = [
          [x(c.was.from), a],
          [x(c.was.to), a],
          [x(c.is.to), b],
          [x(c.is.from), b],
        ]
        return (
          <g key={i} fill={colour} opacity={c.how === 'same' ? 0.5 : 1}>
            <title>{`${timecode(Math.round(c.is.from), rate)}: ${words}${times}`}</title>
            <rect x={x(c.was.from)} y={BAR.before} width={x(c.was.to - c.was.from)} height={BAR.high} />
            <rect x={x(c.is.from)} y={BAR.after} width={Math.max(0.7, x(c.is.to - c.is.from))} height={BAR.high} />
            <polygon points={corners.map((p) => p.join(',')).join(' ')} opacity={0.45} />
          </g>
        )
      })}
      {threads.map((t) => (
        <line
          key={t.id}
          x1={x(t.was)}
          y1={BAR.before + BAR.high}
          x2={x(t.is)}
          y2={BAR.after}
          stroke={t.faint ? '#5c5140' : '#2b2118'}
          strokeWidth={t.faint ? 0.6 : 1.3}
          strokeDasharray={t.faint ? '2 2' : undefined}
        >
          <title>{t.label}</title>
        </line>
      ))}
      <Legend />
    </svg>
  )
}
function Legend() {
  return (
    <>
      {(['slower', 'faster', 'waits'] as const).map((how, i) => (
        <g key={how} transform={`translate(${i * 84}, ${HIGH - 14})`}>
          <rect width={12} height={12} fill={HOWS[how].colour} />
          <text x={17} y={10} fontSize={11} fill="#2b2118">
            {HOWS[how].words}
          </text>
        </g>
      ))}
      <g transform={`translate(${3 * 84}, ${HIGH - 14})`} fontSize={11} fill="#2b2118">
        <line x1={0} y1={6} x2={14} y2={6} stroke="#2b2118" strokeWidth={1.3} />
        <text x={19} y={10}>
          {inWords('script.clickOrPage')}
        </text>
        <line x1={104} y1={6} x2={118} y2={6} stroke="#5c5140" strokeWidth={0.8} strokeDasharray="2 2" />
        <text x={123} y={10}>
          {inWords('script.phrase')}
        </text>
      </g>
    </>
  )
}
