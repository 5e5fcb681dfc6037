import { ChevronRight, EllipsisVertical, Volume2, VolumeX } from 'lucide-react'
import { memo, useState } from 'react'
import { moveTrack, setTrack } from '@/core/edits'
import type { Track } from '@/core/lesson/schema'
import { edit } from '../state/desk'
import { WrittenHere } from '../fields/fields'
import { fold, HEAD_PX, useView } from '../state/view'
import { inWords, said } from '../../words/words'
import { Menu, MenuItem } from '../kit/menu'

const SMALL = 'grid size-[24px] shrink-0 place-items-center rounded hover:bg-black/10'
/** A track's name, whether it is folded up and heard; and its place among the others. */
export const TrackHead = memo(function TrackHead({
  track,
  heard,
  first,
  last,
}: {
  track: Track
  /** Whether anything on it can be heard. */
  heard: boolean
  first: boolean
  last: boolean
}) {
  const [naming, setNaming] = useState(false)
  const folded = useView((v) => v.folded.includes(track.id))
  const rename = (text: string) => {
    const name = text.trim().slice(0, 80)
    if (name && name !== track.name) edit(said('timeline.nameTheTrack', name), setTrack(track.id, { name }))
  }
  return (
    <div
      className="sticky left-0 z-10 flex shrink-0 items-center border-r border-edge bg-sheet"
      style={{ width: HEAD_PX }}
    >
      <button
        type="button"
        className={SMALL}
        aria-expanded={!folded}
        aria-label={folded ? inWords('timeline.unfold', track.name) : inWords('timeline.foldUp', track.name)}
        onClick={() => fold(track.id)}
      >
        <ChevronRight size={12} className={folded ? '' : 'rotate-90'} />
      </button>
      {naming ? (
        <WrittenHere
          label={inWords('timeline.nameOfTheTrack')}
          value={track.name}
          onChange={rename}
          onEnd={() => setNaming(false)}
          className="!px-1"
        />
      ) : (
        <>
          <span
            className="min-w-0 flex-1 truncate"
            title={inWords('timeline.doubleClickToRename', track.name)}
            onDoubleClick={() => setNaming(true)}
          >
            {track.name}
          </span>
          {heard && (
            <button
              type="button"
              className={SMALL}
              aria-label={
                track.muted ? inWords('timeline.letBeHeard', track.name) : inWords('timeline.mute', track.name)
              }
              onClick={() =>
                edit(
                  track.muted ? said('timeline.letATrackBeHeard') : said('timeline.muteATrack'),
                  setTrack(track.id, { muted: !track.muted }),
                )
              }
            >
              {track.muted ? <VolumeX size={13} className="text-accent" /> : <Volume2 size={13} />}
            </button>
          )}
          <TrackMenu track={track} first={first} last={last} onRename={() => setNaming(true)} />
        </>
      )}
    </div>
  )
})

/** What else can be done with a track. */
function TrackMenu({
  track,
  first,
  last,
  onRename,
}: {
  track: Track
  first: boolean
  last: boolean
  onRename: () => void
}) {
  return (
    <Menu
      align="start"
      onCloseAutoFocus={(e) => e.preventDefault()}
      from={
        <button type="button" aria-label={inWords('timeline.moreOf', track.name)} className={SMALL}>
          <EllipsisVertical size={13} />
        </button>
      }
    >
      <MenuItem onSelect={onRename}>{inWords('timeline.rename')}</MenuItem>
      <MenuItem disabled={first} onSelect={() => edit(said('timeline.moveATrackUp'), moveTrack(track.id, -1))}>
        {inWords('timeline.moveUpInFrontOf')}
      </MenuItem>
      <MenuItem disabled={last} onSelect={() => edit(said('timeline.moveATrackDown'), moveTrack(track.id, 1))}>
        {inWords('timeline.moveDownBehindWhatIs')}
      </MenuItem>
    </Menu>
  )
}
