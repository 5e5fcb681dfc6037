import type { ApexOptions } from 'apexcharts'
import { useEffect, useMemo, useRef } from 'react'
import { COMFORT, framingSpeeds } from '@/core/framing'
import { lengthText, timecode, type Rate } from '@/core/time'
import { goTo, useShown } from '../state/desk'
import { inWords } from '../../words/words'

type Speeds = ReturnType<typeof framingSpeeds>
const most = (speeds: Speeds, what: 'pan' | 'zoom') => speeds.reduce((m, s) => Math.max(m, Math.abs(s[what])), 0)
/** What the chart is drawn by. */
const optionsOf = (speeds: Speeds, rate: Rate): ApexOptions => ({
  chart: {
    type: 'line',
    height: 150,
    animations: { enabled: false },
    toolbar: { show: false },
    zoom: { enabled: false },
    fontFamily: 'inherit',
  },
  series: [
    { name: inWords('details.panWidthsASecond'), data: speeds.map((s) => [s.frame, s.pan]) },
    { name: inWords('details.zoomDoublingsASecond'), data: speeds.map((s) => [s.frame, s.zoom]) },
  ],
  colors: ['#b8321a', '#2b2118'],
  stroke: { width: [1.8, 1.4], dashArray: [0, 4], curve: 'straight' },
  xaxis: {
    type: 'numeric',
    tickAmount: 3,
    labels: {
      rotate: 0,
      formatter: (v: string | number) => lengthText(Math.round(Number(v)), rate),
      style: { fontSize: '10px' },
    },
    tooltip: { enabled: false },
  },
  yaxis: {
    min: 0,
    max: Math.max(1.2, Math.ceil(Math.max(most(speeds, 'pan'), COMFORT.zoom, most(speeds, 'zoom')) * 10) / 10),
    tickAmount: 3,
    labels: { formatter: (v: number) => v.toFixed(1), style: { fontSize: '10px' } },
  },
  annotations: {
    yaxis: [
      {
        y: COMFORT.pan,
        borderColor: '#1d6b4f',
        strokeDashArray: 2,
        label: {
          text: inWords('details.comfort'),
          position: 'left',
          textAnchor: 'start',
          style: { fontSize: '10px', color: '#1d6b4f', background: 'transparent' },
          borderColor: 'transparent',
        },
      },
    ],
  },
  legend: { fontSize: '11px', markers: { size: 5 } },
  grid: { borderColor: '#e3d5b8', padding: { left: 4, right: 8 } },
  tooltip: { x: { formatter: (v: number) => timecode(v, rate) } },
})

/** What the chart shows, in a sentence. */
function toldOf(speeds: Speeds): string {
  const [pan, zoom] = [most(speeds, 'pan'), most(speeds, 'zoom')]
  const over = [
    pan > COMFORT.pan && inWords('details.pansAtUpToWidths', pan.toFixed(1), COMFORT.pan),
    zoom > COMFORT.zoom && inWords('details.zoomsAtUpToDoublings', zoom.toFixed(1), COMFORT.zoom),
  ].filter((t) => t !== false)
  return over.length > 0
    ? inWords('details.itThatIsHardTo', over.join(', and '))
    : inWords('details.pansAtUpToWidthsAnd', pan.toFixed(1), zoom.toFixed(1)) +
        inWords('details.withinComfortAClickGoes')
}

/** How fast the framing pans and zooms, with the limit of comfort; a click goes to the frame. */
export function FramingChart({ from, to }: { from: number; to: number }) {
  const timed = useShown()
  const box = useRef<HTMLDivElement>(null)
  const speeds = useMemo(() => framingSpeeds(timed, Math.max(0, from), Math.min(timed.length, to)), [timed, from, to])
  const { rate } = timed.lesson
  useEffect(() => {
    let chart: { destroy(): void } | null = null
    let gone = false
    void import('apexcharts').then(({ default: ApexCharts }) => {
      if (gone || !box.current) return
      const made = new ApexCharts(box.current, optionsOf(speeds, rate))
      chart = made
      void made.render()
    })
    return () => {
      gone = true
      chart?.destroy()
    }
  }, [speeds, rate])
  const go = (clientX: number) => {
    const plot = box.current?.querySelector('.apexcharts-grid')?.getBoundingClientRect()
    const first = speeds[0]
    const last = speeds.at(-1)
    if (!plot || !first || !last) return
    const share = Math.min(1, Math.max(0, (clientX - plot.left) / plot.width))
    goTo(Math.round(first.frame + share * (last.frame - first.frame)))
  }
  return (
    <figure aria-label={inWords('details.speedOfTheFraming')} data-testid="framing-chart">
      {/* As tall before it is drawn anew as after, and whatever it says: what stands below must not move meanwhile. */}
      <div className="h-[165px]">
        <div ref={box} className="cursor-pointer" onClick={(e) => go(e.clientX)} />
      </div>
      <figcaption className="min-h-[4.5rem] text-[12px] text-muted">{toldOf(speeds)}</figcaption>
    </figure>
  )
}
