import { toast } from 'sonner'
import { chapterList, chaptersOf } from '@/core/moments'
import { desk, setDesk, type Panes } from '../state/desk'
import { hasFile, type Command } from './command'
import { lowerHere, soundHere } from './lowering'
import { inWords } from '../../words/words'

const PANES: { pane: keyof Panes; key: string; title: string }[] = [
  { pane: 'order', key: 'Alt+1', title: inWords('commands.putTheRunningOrderAway') },
  { pane: 'picture', key: 'Alt+2', title: inWords('commands.letThePictureFillThe') },
  { pane: 'details', key: 'Alt+3', title: inWords('commands.putTheDetailsAwayOr') },
  { pane: 'timeline', key: 'Alt+4', title: inWords('commands.putTheTimelineAwayOr') },
]

/** Puts a pane away or brings it back; the picture takes the place of all, or gives it back. */
function togglePane(pane: keyof Panes): void {
  setDesk({ panes: { ...desk().panes, [pane]: !desk().panes[pane] } })
}

/** How the desk is looked at, and what is opened over it. */
export const OPENING: Command[] = [
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
    can: hasFile,
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
    id: 'copy-chapters',
    title: inWords('commands.copyTheChaptersAsA'),
    group: 'lesson',
    can: () => chaptersOf(desk().timed.moments).length > 0,
    run: () =>
      void navigator.clipboard.writeText(chapterList(desk().timed.moments, desk().lesson.rate)).then(
        () => toast(inWords('commands.theChaptersAreCopied', chaptersOf(desk().timed.moments).length)),
        () => toast.error(inWords('commands.theClipboardIsShut')),
      ),
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
