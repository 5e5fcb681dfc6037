import { cut, mark, removeClipsClosing, removePassage, setPassage } from './acts'
import { addTrack, inOne, removeTrack, setClip, setTrack } from '@/core/edits'
import { beginOrEnd, chosenClips, desk, edit, freshId, setDesk } from '../state/desk'
import { type Command } from './command'
import { inWords, said } from '../../words/words'

/** Cuts, passages, chapters and tracks. */
export const CUTTING: Command[] = [
  {
    id: 'split',
    title: inWords('commands.splitAtThePlayheadThrough'),
    group: 'cut',
    keys: 'x',
    run: cut,
  },
  {
    id: 'passage-from',
    title: inWords('commands.thePassageStartsHere'),
    group: 'cut',
    keys: '[',
    run: () => setPassage('from'),
  },
  {
    id: 'passage-to',
    title: inWords('commands.thePassageEndsHere'),
    group: 'cut',
    keys: ']',
    run: () => setPassage('to'),
  },
  {
    id: 'passage-none',
    title: inWords('commands.forgetThePassage'),
    group: 'cut',
    keys: 'Shift+O',
    can: () => desk().passage !== null,
    run: () => setDesk({ passage: null, looping: false }),
  },
  {
    id: 'take-out-close',
    title: inWords('commands.takeThePassageOutClose'),
    group: 'cut',
    keys: 'Shift+X',
    can: () => desk().passage !== null,
    run: () => removePassage(true),
  },
  {
    id: 'take-out-leave',
    title: inWords('commands.takeThePassageOutLeave'),
    group: 'cut',
    can: () => desk().passage !== null,
    run: () => removePassage(false),
  },
  {
    id: 'take-clip-close',
    title: inWords('commands.takeTheSelectedClipOut'),
    group: 'cut',
    keys: 'Shift+Delete',
    can: () => chosenClips().length > 0,
    run: removeClipsClosing,
  },
  {
    id: 'mute',
    title: inWords('commands.muteTheSelectedClipsOr'),
    group: 'cut',
    can: () => chosenClips().length > 0,
    run: () => {
      const chosen = chosenClips()
      const muted = chosen.some((c) => !c.muted)
      const label = chosen.length === 1 ? inWords('commands.aClip') : inWords('commands.clips', chosen.length)
      edit(
        muted ? said('commands.mute', label) : said('commands.letBeHeard', label),
        inOne(chosen.map((c) => setClip(c.id, { muted }))),
      )
    },
  },
  { id: 'mark', title: inWords('commands.setAMomentHere'), group: 'moments', keys: 'm', run: () => mark('mark') },
  {
    id: 'chapter',
    title: inWords('commands.startAChapterHere'),
    group: 'moments',
    keys: 'Shift+M',
    run: () => mark('chapter'),
  },
  {
    id: 'correct-pointer',
    title: inWords('commands.markThePointerOnThe'),
    group: 'moments',
    can: () => Object.values(desk().lesson.media).some((m) => m.kind === 'take'),
    run: () => beginOrEnd({ do: 'correct' }),
  },
  {
    id: 'add-track',
    title: inWords('commands.addATrackForPictures'),
    group: 'lesson',
    run: () =>
      void edit(
        said('commands.addATrack'),
        addTrack({ id: freshId('track'), kind: 'picture', name: inWords('commands.moreElements') }),
      ),
  },
  {
    id: 'add-sound',
    title: inWords('commands.addATrackForSound'),
    group: 'lesson',
    run: () =>
      void edit(
        said('commands.addATrack'),
        addTrack({ id: freshId('sound'), kind: 'sound', name: inWords('commands.moreSound') }),
      ),
  },
  {
    id: 'remove-tracks',
    title: inWords('commands.removeTheTracksWithNothing'),
    group: 'lesson',
    run: () => void edit(said('commands.removeEmptyTracks'), inOne(desk().lesson.tracks.map((t) => removeTrack(t.id)))),
  },
  {
    id: 'mute-all',
    title: inWords('commands.muteEverySoundTrackOr'),
    group: 'lesson',
    run: () => {
      const tracks = desk().lesson.tracks.filter((t) => t.kind === 'sound')
      const muted = tracks.some((t) => !t.muted)
      const label = said(muted ? 'commands.muteEverySoundTrack' : 'commands.letEverySoundTrackBe')
      edit(label, inOne(tracks.map((t) => setTrack(t.id, { muted }))))
    },
  },
]
