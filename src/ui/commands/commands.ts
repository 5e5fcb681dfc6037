import {
  beginAdding,
  asLongAsBelow,
  nudgeBy,
  remove,
  mark,
  cut,
  removePassage,
  removeClipsClosing,
  edgeHere,
  setPassage,
} from './acts'
import { copy, paste, duplicate } from './clipboard'
import { breakUp, removeTrack, restack, setClip, setTrack, addTrack, type Restack, inOne } from '@/core/edits'
import { ADDABLE_KINDS, isGround, isRule, titleOf, type ElementKind, plays } from '@/core/kinds'
import {
  beginOrEnd,
  chosenClips,
  desk,
  edit,
  freshId,
  giveUp,
  redo,
  select,
  setDesk,
  undo,
  type Panes,
} from '../state/desk'
import { chosenMedium, has, type Command } from './command'
import { GOING } from './going'
import { lowerHere, soundHere } from './lowering'
import { PLACING } from './placing'
import { POSING } from './poses'
import { asIs, inWords, said } from '../../words/words'

export type { Command } from './command'

const KIND_KEYS: Partial<Record<ElementKind, string>> = {
  callout: '1',
  arrow: '2',
  ripple: '3',
  bar: '4',
  still: '5',
  zoom: '6',
  text: '7',
  shape: '8',
  spotlight: '9',
  counter: 'u',
  chapters: '-',
}
const stack = (where: Restack, title: string): Command => ({
  id: `stack-${where}`,
  title,
  group: 'edit',
  can: has,
  run: () => void edit(asIs(title), restack(desk().elements, where)),
})

const PANES: { pane: keyof Panes; key: string; title: string }[] = [
  { pane: 'order', key: 'Alt+1', title: inWords('commands.putTheRunningOrderAway') },
  { pane: 'picture', key: 'Alt+2', title: inWords('commands.letThePictureFillThe') },
  { pane: 'details', key: 'Alt+3', title: inWords('commands.putTheDetailsAwayOr') },
  { pane: 'timeline', key: 'Alt+4', title: inWords('commands.putTheTimelineAwayOr') },
]

/** Everything that can be done, once: keys, palette and buttons all lead here. */
export const COMMANDS: Command[] = [
  ...GOING,
  ...ADDABLE_KINDS.toSorted((a, b) => (KIND_KEYS[a] ?? 'z').localeCompare(KIND_KEYS[b] ?? 'z')).map(
    (kind): Command => ({
      id: `add-${kind}`,
      title: inWords('commands.addKindNamed', titleOf(kind).toLowerCase()),
      group: 'add',
      keys: KIND_KEYS[kind],
      run: () => beginAdding(kind),
    }),
  ),
  {
    id: 'undo',
    title: inWords('common.undo'),
    group: 'edit',
    keys: 'Ctrl+z',
    can: () => desk().past.length + desk().earlier > 0,
    run: undo,
  },
  {
    id: 'redo',
    title: inWords('commands.redo'),
    group: 'edit',
    keys: 'Ctrl+Shift+Z Ctrl+y',
    can: () => desk().future.length + desk().later > 0,
    run: redo,
  },
  { id: 'copy', title: inWords('commands.copy'), group: 'edit', keys: 'Ctrl+c', can: has, run: copy },
  {
    id: 'paste',
    title: inWords('commands.pasteAtThePlayhead'),
    group: 'edit',
    keys: 'Ctrl+v',
    run: () => void paste(),
  },
  {
    id: 'duplicate',
    title: inWords('commands.duplicateSelection'),
    group: 'edit',
    keys: 'Ctrl+d',
    can: has,
    run: duplicate,
  },
  {
    id: 'delete',
    title: inWords('commands.deleteWhatIsSelected'),
    group: 'edit',
    keys: 'Delete Backspace',
    run: remove,
  },
  {
    id: 'all',
    title: inWords('commands.selectAllElements'),
    group: 'edit',
    keys: 'Ctrl+a',
    run: () =>
      select(
        desk()
          .lesson.elements.filter((e) => !isGround(e) && plays(e)?.what !== 'sound')
          .map((e) => e.id),
      ),
  },
  {
    id: 'nothing',
    title: inWords('commands.selectNothingGiveUp'),
    group: 'edit',
    keys: 'Escape',
    run: giveUp,
  },
  {
    id: 'start-here',
    title: inWords('commands.startAtThePlayhead'),
    group: 'edit',
    keys: 's',
    can: has,
    run: () => edgeHere('start'),
  },
  {
    id: 'end-here',
    title: inWords('commands.endAtThePlayhead'),
    group: 'edit',
    keys: 'e',
    can: has,
    run: () => edgeHere('end'),
  },
  {
    id: 'as-long-as-below',
    title: inWords('commands.lastAsLongAsWhat'),
    group: 'edit',
    keys: 'Shift+E',
    can: has,
    run: asLongAsBelow,
  },
  ...(
    [
      ['left', -1, 0],
      ['right', 1, 0],
      ['up', 0, -1],
      ['down', 0, 1],
    ] as const
  ).flatMap(([name, dx, dy]): Command[] => {
    const key = `Arrow${name[0]!.toUpperCase()}${name.slice(1)}`
    return [
      {
        id: `nudge-${name}`,
        title: inWords('commands.nudge', 1, said(`terms.${name}`)),
        group: 'edit',
        keys: key,
        can: has,
        run: () => nudgeBy(dx, dy),
      },
      {
        id: `nudge-${name}-ten`,
        title: inWords('commands.nudge', 10, said(`terms.${name}`)),
        group: 'edit',
        keys: `Shift+${key}`,
        can: has,
        run: () => nudgeBy(dx * 10, dy * 10),
      },
    ]
  }),
  ...POSING,
  ...PLACING,
  stack('front', inWords('commands.bringToTheFront')),
  stack('forward', inWords('commands.oneStepForward')),
  stack('backward', inWords('commands.oneStepBack')),
  stack('back', inWords('commands.sendToTheBack')),
  {
    id: 'break-ripples',
    title: inWords('commands.breakTheRippleRuleUp'),
    group: 'edit',
    can: () => desk().lesson.elements.some((e) => desk().elements.includes(e.id) && isRule(e)),
    run: () => {
      const id = desk().elements[0]!
      edit(said('commands.breakARippleRuleUp'), breakUp(id))
    },
  },
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
  {
    id: 'whole-picture',
    title: inWords('commands.fitTheWholePicture'),
    group: 'view',
    keys: '0',
    run: () => setDesk({ pictureZoom: 'fit' }),
  },
  {
    id: 'full-size',
    title: inWords('commands.showThePictureAt100'),
    group: 'view',
    keys: 'Shift+)',
    run: () => setDesk({ pictureZoom: 1 }),
  },
  ...PANES.map(({ pane, key, title }): Command => ({
    id: `pane-${pane}`,
    title,
    group: 'view',
    keys: key,
    run: () => togglePane(pane),
  })),
  {
    id: 'replace-file',
    title: inWords('commands.replaceItsFile'),
    group: 'lesson',
    can: () => chosenMedium() !== undefined,
    run: () => setDesk({ panel: 'files' }),
  },
  {
    id: 'files',
    title: inWords('commands.bringInFilesOrUse'),
    group: 'lesson',
    keys: 'a',
    run: () => setDesk({ panel: 'files' }),
  },
  {
    id: 'languages',
    title: inWords('commands.scriptAndLanguages'),
    group: 'lesson',
    run: () => setDesk({ panel: 'languages' }),
  },
  {
    id: 'sounds',
    title: inWords('commands.aSoundAtEveryClick'),
    group: 'lesson',
    run: () => setDesk({ panel: 'sounds' }),
  },
  {
    id: 'retimed',
    title: inWords('commands.howThePictureFollowsThe'),
    group: 'lesson',
    run: () => setDesk({ panel: 'retimed' }),
  },
  {
    id: 'lower',
    title: inWords('commands.lowerTheSoundForThis'),
    group: 'lesson',
    can: () => soundHere() !== null,
    run: () => lowerHere(soundHere()!, 6),
  },
  {
    id: 'export',
    title: inWords('common.export'),
    group: 'lesson',
    keys: 'Ctrl+e',
    run: () => setDesk({ panel: 'export' }),
  },
  {
    id: 'lesson',
    title: inWords('commands.sizeRateLengthAndBackground'),
    group: 'lesson',
    run: () => setDesk({ elements: [], moment: null }),
  },
  {
    id: 'palette',
    title: inWords('commands.findACommand'),
    group: 'view',
    keys: 'Ctrl+k /',
    run: () => setDesk({ panel: 'palette' }),
  },
  {
    id: 'find-value',
    title: inWords('commands.findAValueInThe'),
    group: 'view',
    keys: '=',
    run: () => {
      if (!desk().panes.details) togglePane('details')
      requestAnimationFrame(() => document.querySelector<HTMLElement>('[data-find-value]')?.focus())
    },
  },
  {
    id: 'keys',
    title: inWords('commands.showTheKeys'),
    group: 'view',
    keys: '?',
    run: () => setDesk({ panel: 'keys' }),
  },
]
/** Puts a pane away or brings it back; the picture takes the place of all, or gives it back. */
function togglePane(pane: keyof Panes): void {
  setDesk({ panes: { ...desk().panes, [pane]: !desk().panes[pane] } })
}
const BY_ID = new Map(COMMANDS.map((c) => [c.id, c]))
export const command = (id: string): Command => BY_ID.get(id)!
export function runCommand(id: string): void {
  const c = BY_ID.get(id)
  if (c && (!c.can || c.can())) c.run()
}
/** The first key of a command, as it is shown. */
export const keyOf = (id: string): string => shownKey(BY_ID.get(id)?.keys?.split(' ')[0]) ?? ''
export const shownKey = (keys?: string): string | undefined =>
  keys
    ?.replace('ArrowLeft', '←')
    .replace('ArrowRight', '→')
    .replace('ArrowUp', '↑')
    .replace('ArrowDown', '↓')
    .replace(/\b([a-z])$/, (k) => k.toUpperCase())
