import { ChevronDown, ChevronRight, ChevronUp, Volume2, VolumeX } from 'lucide-react'
import { useState } from 'react'
import { moveTrack, setTrack } from '@/core/edits'
import type { Track } from '@/core/lesson/schema'
import { edit } from '../bench/store'
import { foldTrack, HEAD_PX, useView } from './view'

const SMALL = 'rounded p-px hover:bg-black/10 disabled:opacity-25'
/** A track's name (double-click or F2 to change it), its place among the others, and whether it is heard. */
export function TrackHead({ track, first, last }: { track: Track; first: boolean; last: boolean }) {
  const [naming, setNaming] = useState(false)
  const folded = useView((v) => v.folded.includes(track.id))
  return (
    <div className="group sticky left-0 z-10 flex shrink-0 items-center gap-0.5 border-r border-edge bg-sheet pr-1 pl-1" style={{ width: HEAD_PX }}>
      <button type="button" className={SMALL} aria-expanded={!folded} aria-label={folded ? `Unfold ${track.name}` : `Fold ${track.name} up`} onClick={() => foldTrack(track.id)}><ChevronRight size={12} className={folded ? '' : 'rotate-90'} /></button>
      {naming
        ? <input autoFocus defaultValue={track.name} aria-label="Name of the track" className="w-full rounded border border-accent bg-card px-1 outline-none" maxLength={80} onBlur={(e) => { setNaming(false); const name = e.target.value.trim(); if (name && name !== track.name) edit(`Name the track “${name}”`, setTrack(track.id, (t) => { t.name = name })) }} onKeyDown={(e) => { e.stopPropagation(); if (e.key === 'Enter' || e.key === 'Escape') { if (e.key === 'Escape') e.currentTarget.value = track.name; e.currentTarget.blur() } }} />
        : <button type="button" className="flex-1 truncate text-left" title={`${track.name}: double-click to rename`} onDoubleClick={() => setNaming(true)} onKeyDown={(e) => { if (e.key === 'F2') setNaming(true) }}>{track.name}</button>}
      {!naming && (
        <>
          {track.kind !== 'elements' && <button type="button" className={SMALL} aria-label={track.muted ? `Let ${track.name} be heard` : `Mute ${track.name}`} onClick={() => edit(track.muted ? 'Let a track be heard' : 'Mute a track', setTrack(track.id, (t) => { t.muted = !t.muted }))}>{track.muted ? <VolumeX size={13} className="text-accent" /> : <Volume2 size={13} />}</button>}
          <span className="flex flex-col opacity-40 group-focus-within:opacity-100 group-hover:opacity-100">
            <button type="button" className={SMALL} disabled={first} aria-label={`Move ${track.name} up`} onClick={() => edit('Move a track up', moveTrack(track.id, -1))}><ChevronUp size={11} /></button>
            <button type="button" className={SMALL} disabled={last} aria-label={`Move ${track.name} down`} onClick={() => edit('Move a track down', moveTrack(track.id, 1))}><ChevronDown size={11} /></button>
          </span>
        </>
      )}
    </div>
  )
}
