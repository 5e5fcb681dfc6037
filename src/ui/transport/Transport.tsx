import { ChevronFirst, ChevronLast, ChevronLeft, ChevronRight, Pause, Play, Repeat, StepBack, StepForward, ZoomIn, ZoomOut, Frame } from 'lucide-react'
import { useState } from 'react'
import { ELEMENT_KINDS, kindNamed } from '@/core/elements'
import { parseTimecode, timecode } from '@/core/time'
import { goTo, setBench, useBench, useShown } from '../bench/store'
import { keyOf, runCommand } from '../commands/commands'
import { IconButton } from '../kit/button'
import { KindIcon } from '../kit/kindIcon'
import { fitTimeline, zoomTimeline } from '../timeline/view'

/** The kinds of element that can be added: point first, then here; or here, then point. */
export function Kinds() {
  const adding = useBench((b) => b.adding?.kind ?? null)
  const able = useBench((b) => b.lesson.clips.length > 0)
  return (
    <div role="toolbar" aria-label="Add an element" className="flex items-center gap-1 bg-surround px-2 pt-2">
      <span className="mr-1 text-[#cfc8bb]">Add</span>
      {ELEMENT_KINDS.map((k) => (
        <button
          key={k} type="button" disabled={!able} aria-pressed={adding === k} title={`${kindNamed(k).title} (${keyOf(`add-${k}`)})`} onClick={() => (adding === k ? setBench({ adding: null }) : runCommand(`add-${k}`))}
          className={`inline-flex h-7 items-center gap-1.5 rounded px-2 disabled:opacity-40 ${adding === k ? 'bg-accent text-white' : 'bg-surround-edge text-[#f3ece0] hover:bg-[#4a4b4f]'}`}
        ><KindIcon kind={k} />{kindNamed(k).title}</button>
      ))}
    </div>
  )
}

function Timecode() {
  const playhead = useBench((b) => b.playhead)
  const { lesson, length } = useShown()
  const [text, setText] = useState<string | null>(null)
  return (
    <span className="figures flex items-center gap-1.5 text-[13px]">
      <input
        aria-label="Time of the playhead; type a timecode, seconds (12.5s) or frames (90f)" data-testid="timecode" className="w-[84px] rounded border border-edge bg-card px-1.5 py-0.5 text-center outline-none focus:border-accent"
        value={text ?? timecode(playhead, lesson.rate)} onFocus={(e) => { setText(timecode(playhead, lesson.rate)); e.target.select() }} onChange={(e) => setText(e.target.value)} onBlur={() => setText(null)}
        onKeyDown={(e) => {
          e.stopPropagation()
          if (e.key === 'Enter') { const f = parseTimecode(e.currentTarget.value, lesson.rate); if (f !== null) goTo(f); e.currentTarget.blur() }
          if (e.key === 'Escape') e.currentTarget.blur()
        }}
      />
      <span className="text-muted">/ {timecode(length, lesson.rate)}</span>
      <span className="ml-1 w-14 text-[11.5px] text-muted" title="Frame">f {playhead}</span>
    </span>
  )
}

export function Transport() {
  const speed = useBench((b) => b.speed)
  const looping = useBench((b) => b.looping)
  const zoom = useBench((b) => b.pictureZoom)
  const guides = useBench((b) => b.guides)
  const length = useShown().length
  const timeline = () => document.querySelector<HTMLElement>('[data-testid=timeline]')
  const button = (id: string, label: string, icon: React.ReactNode, pressed?: boolean) => <IconButton label={label} keys={keyOf(id)} pressed={pressed} onClick={() => runCommand(id)}>{icon}</IconButton>
  return (
    <div className="flex h-9 shrink-0 items-center gap-1 border-y border-edge-strong bg-sheet px-2">
      {button('start', 'To the start', <ChevronFirst size={16} />)}
      {button('previous-moment', 'Previous moment', <ChevronLeft size={16} />)}
      {button('previous-frame', 'Previous frame', <StepBack size={14} />)}
      <IconButton look="main" label={speed ? 'Stop' : 'Play'} keys="Space" data-testid="play" onClick={() => runCommand('play')}>{speed ? <Pause size={15} /> : <Play size={15} />}</IconButton>
      {button('next-frame', 'Next frame', <StepForward size={14} />)}
      {button('next-moment', 'Next moment', <ChevronRight size={16} />)}
      {button('end', 'To the end', <ChevronLast size={16} />)}
      {button('loop', 'Play the passage over and over', <Repeat size={14} />, looping)}
      <span className="mx-1 h-5 w-px bg-edge" />
      <Timecode />
      {Math.abs(speed) > 1 || speed < 0 ? <span className="figures text-accent-deep">{speed} ×</span> : null}
      <span className="flex-1" />
      {button('guides', 'Safe areas', <Frame size={14} />, guides)}
      <select aria-label="Size of the picture" value={String(zoom)} onChange={(e) => setBench({ pictureZoom: e.target.value === 'fit' ? 'fit' : Number(e.target.value) })} className="figures rounded border border-edge bg-card px-1 py-0.5 text-xs">
        <option value="fit">Fit</option>
        {typeof zoom === 'number' && ![0.5, 1, 2, 4].includes(zoom) && <option value={String(zoom)}>{Math.round(zoom * 100)} %</option>}
        {[0.5, 1, 2, 4].map((z) => <option key={z} value={String(z)}>{z * 100} %</option>)}
      </select>
      <span className="mx-1 h-5 w-px bg-edge" />
      <IconButton label="Shorter on the timeline" keys="Ctrl+wheel" onClick={() => zoomTimeline(1 / 1.5, 200, timeline(), length)}><ZoomOut size={15} /></IconButton>
      <button type="button" className="rounded px-1.5 py-0.5 text-xs hover:bg-black/5" onClick={() => fitTimeline(length)}>All</button>
      <IconButton label="Longer on the timeline" keys="Ctrl+wheel" onClick={() => zoomTimeline(1.5, 200, timeline(), length)}><ZoomIn size={15} /></IconButton>
    </div>
  )
}
