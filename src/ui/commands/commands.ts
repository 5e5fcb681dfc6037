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
import { ADDABLE_KINDS, isGround, isRule, kindNamed, kindOf, type ElementKind } from '@/core/kinds'
import { desk, chosenClips, edit, freshId, redo, select, setDesk, undo, type Panes } from '../state/desk'
import { has, type Command } from './command'
import { GOING } from './going'
import { lowerHere, soundHere } from './lowering'
import { PLACING } from './placing'
import { POSING } from './poses'

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
  group: 'Edit',
  can: has,
  run: () => void edit(title, restack(desk().elements, where)),
})

const PANES: { pane: keyof Panes; key: string; title: string }[] = [
  { pane: 'order', key: 'Alt+1', title: 'Put the running order away, or bring it back' },
  { pane: 'picture', key: 'Alt+2', title: 'Let the picture fill the window, or give the panes back' },
  { pane: 'details', key: 'Alt+3', title: 'Put the details away, or bring them back' },
  { pane: 'timeline', key: 'Alt+4', title: 'Put the timeline away, or bring it back' },
]

/** Everything that can be done, once: keys, palette and buttons all lead here. */
export const COMMANDS: Command[] = [
  ...GOING,
  ...ADDABLE_KINDS.toSorted((a, b) => (KIND_KEYS[a] ?? 'z').localeCompare(KIND_KEYS[b] ?? 'z')).map(
    (kind): Command => ({
      id: `add-${kind}`,
      title: `Add: ${kindNamed(kind).title.toLowerCase()}`,
      group: 'Add',
      keys: KIND_KEYS[kind],
      run: () => beginAdding(kind),
    }),
  ),
  {
    id: 'undo',
    title: 'Undo',
    group: 'Edit',
    keys: 'Ctrl+z',
    can: () => desk().past.length + desk().earlier > 0,
    run: undo,
  },
  {
    id: 'redo',
    title: 'Redo',
    group: 'Edit',
    keys: 'Ctrl+Shift+Z Ctrl+y',
    can: () => desk().future.length + desk().later > 0,
    run: redo,
  },
  { id: 'copy', title: 'Copy', group: 'Edit', keys: 'Ctrl+c', can: has, run: copy },
  { id: 'paste', title: 'Paste at the playhead', group: 'Edit', keys: 'Ctrl+v', run: () => void paste() },
  { id: 'duplicate', title: 'Duplicate', group: 'Edit', keys: 'Ctrl+d', can: has, run: duplicate },
  { id: 'delete', title: 'Delete what is selected', group: 'Edit', keys: 'Delete Backspace', run: remove },
  {
    id: 'all',
    title: 'Select all elements',
    group: 'Edit',
    keys: 'Ctrl+a',
    run: () =>
      select(
        desk()
          .lesson.elements.filter((e) => !isGround(e) && kindOf(e).plays !== 'sound')
          .map((e) => e.id),
      ),
  },
  {
    id: 'nothing',
    title: 'Select nothing; give up',
    group: 'Edit',
    keys: 'Escape',
    run: () => {
      if (desk().picking) setDesk({ picking: null })
      else if (desk().cropping) setDesk({ cropping: false })
      else setDesk({ elements: [], moment: null, adding: null, correcting: false, live: null, keys: [] })
    },
  },
  {
    id: 'start-here',
    title: 'Start at the playhead',
    group: 'Edit',
    keys: 's',
    can: has,
    run: () => edgeHere('start'),
  },
  { id: 'end-here', title: 'End at the playhead', group: 'Edit', keys: 'e', can: has, run: () => edgeHere('end') },
  {
    id: 'as-long-as-below',
    title: 'Last as long as what lies below',
    group: 'Edit',
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
        title: `Move 1 px ${name}`,
        group: 'Edit',
        keys: key,
        can: has,
        run: () => nudgeBy(dx, dy),
      },
      {
        id: `nudge-${name}-ten`,
        title: `Move 10 px ${name}`,
        group: 'Edit',
        keys: `Shift+${key}`,
        can: has,
        run: () => nudgeBy(dx * 10, dy * 10),
      },
    ]
  }),
  ...POSING,
  ...PLACING,
  stack('front', 'Bring to the front'),
  stack('forward', 'One step forward'),
  stack('backward', 'One step back'),
  stack('back', 'Send to the back'),
  {
    id: 'break-ripples',
    title: 'Break the ripple rule up into single ripples',
    group: 'Edit',
    can: () => desk().lesson.elements.some((e) => desk().elements.includes(e.id) && isRule(e)),
    run: () => {
      const id = desk().elements[0]!
      edit('Break a ripple rule up', breakUp(id))
    },
  },
  {
    id: 'split',
    title: 'Split at the playhead, through all tracks of takes and sound or that of the selected clip',
    group: 'Cut',
    keys: 'x',
    run: cut,
  },
  { id: 'passage-from', title: 'The passage starts here', group: 'Cut', keys: '[', run: () => setPassage('from') },
  { id: 'passage-to', title: 'The passage ends here', group: 'Cut', keys: ']', run: () => setPassage('to') },
  {
    id: 'passage-none',
    title: 'Forget the passage',
    group: 'Cut',
    keys: 'Shift+O',
    can: () => desk().passage !== null,
    run: () => setDesk({ passage: null, looping: false }),
  },
  {
    id: 'take-out-close',
    title: 'Take the passage out, close the gap',
    group: 'Cut',
    keys: 'Shift+X',
    can: () => desk().passage !== null,
    run: () => removePassage(true),
  },
  {
    id: 'take-out-leave',
    title: 'Take the passage out, leave the gap',
    group: 'Cut',
    can: () => desk().passage !== null,
    run: () => removePassage(false),
  },
  {
    id: 'take-clip-close',
    title: 'Take the selected clip out, close the gap',
    group: 'Cut',
    keys: 'Shift+Delete',
    can: () => chosenClips().length > 0,
    run: removeClipsClosing,
  },
  {
    id: 'mute',
    title: 'Mute the selected clips, or let them be heard',
    group: 'Cut',
    can: () => chosenClips().length > 0,
    run: () => {
      const chosen = chosenClips()
      const muted = chosen.some((c) => !c.muted)
      const label = chosen.length === 1 ? 'a clip' : `${chosen.length} clips`
      edit(muted ? `Mute ${label}` : `Let ${label} be heard`, inOne(chosen.map((c) => setClip(c.id, { muted }))))
    },
  },
  { id: 'mark', title: 'Set a moment here', group: 'Moments', keys: 'm', run: () => mark('mark') },
  { id: 'chapter', title: 'Start a chapter here', group: 'Moments', keys: 'Shift+M', run: () => mark('chapter') },
  {
    id: 'correct-pointer',
    title: 'Mark the pointer on the picture and correct it',
    group: 'Moments',
    can: () => Object.values(desk().lesson.media).some((m) => m.kind === 'take'),
    run: () => setDesk({ correcting: !desk().correcting, speed: 0 }),
  },
  {
    id: 'add-track',
    title: 'Add a track for pictures, in front',
    group: 'Lesson',
    run: () => void edit('Add a track', addTrack({ id: freshId('track'), kind: 'picture', name: 'More elements' })),
  },
  {
    id: 'add-sound',
    title: 'Add a track for sound',
    group: 'Lesson',
    run: () => void edit('Add a track', addTrack({ id: freshId('sound'), kind: 'sound', name: 'More sound' })),
  },
  {
    id: 'remove-tracks',
    title: 'Remove the tracks with nothing on them',
    group: 'Lesson',
    run: () => void edit('Remove empty tracks', inOne(desk().lesson.tracks.map((t) => removeTrack(t.id)))),
  },
  {
    id: 'mute-all',
    title: 'Mute every sound track, or let them be heard',
    group: 'Lesson',
    run: () => {
      const tracks = desk().lesson.tracks.filter((t) => t.kind === 'sound')
      const muted = tracks.some((t) => !t.muted)
      const label = muted ? 'Mute every sound track' : 'Let every sound track be heard'
      edit(label, inOne(tracks.map((t) => setTrack(t.id, { muted }))))
    },
  },
  {
    id: 'whole-picture',
    title: 'Fit the whole picture',
    group: 'View',
    keys: '0',
    run: () => setDesk({ pictureZoom: 'fit' }),
  },
  {
    id: 'full-size',
    title: 'Show the picture at 100 %',
    group: 'View',
    keys: 'Shift+)',
    run: () => setDesk({ pictureZoom: 1 }),
  },
  ...PANES.map(({ pane, key, title }): Command => ({
    id: `pane-${pane}`,
    title,
    group: 'View',
    keys: key,
    run: () => togglePane(pane),
  })),
  {
    id: 'files',
    title: 'Bring in files, or use one from the library',
    group: 'Lesson',
    keys: 'a',
    run: () => setDesk({ panel: 'files' }),
  },
  {
    id: 'languages',
    title: 'Script and languages',
    group: 'Lesson',
    run: () => setDesk({ panel: 'languages' }),
  },
  {
    id: 'sounds',
    title: 'A sound at every click or key, or as elements come and go',
    group: 'Lesson',
    run: () => setDesk({ panel: 'sounds' }),
  },
  {
    id: 'retimed',
    title: 'How the picture follows the voice, before and after',
    group: 'Lesson',
    run: () => setDesk({ panel: 'retimed' }),
  },
  {
    id: 'lower',
    title: 'Lower the sound for this phrase, or for the passage',
    group: 'Lesson',
    can: () => soundHere() !== null,
    run: () => lowerHere(soundHere()!, 6),
  },
  { id: 'export', title: 'Export', group: 'Lesson', keys: 'Ctrl+e', run: () => setDesk({ panel: 'export' }) },
  {
    id: 'lesson',
    title: 'Size, rate, length and background',
    group: 'Lesson',
    run: () => setDesk({ elements: [], moment: null }),
  },
  {
    id: 'palette',
    title: 'Find a command',
    group: 'View',
    keys: 'Ctrl+k /',
    run: () => setDesk({ panel: 'palette' }),
  },
  {
    id: 'find-value',
    title: 'Find a value in the details',
    group: 'View',
    keys: '=',
    run: () => {
      if (!desk().panes.details) togglePane('details')
      requestAnimationFrame(() => document.querySelector<HTMLElement>('[data-find-value]')?.focus())
    },
  },
  { id: 'keys', title: 'Show the keys', group: 'View', keys: '?', run: () => setDesk({ panel: 'keys' }) },
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
export const keyOf = (id: string): string | undefined => shownKey(BY_ID.get(id)?.keys?.split(' ')[0])
export const shownKey = (keys?: string): string | undefined =>
  keys
    ?.replace('ArrowLeft', '←')
    .replace('ArrowRight', '→')
    .replace('ArrowUp', '↑')
    .replace('ArrowDown', '↓')
    .replace(/\b([a-z])$/, (k) => k.toUpperCase())
