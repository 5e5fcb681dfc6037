import { beginAdding, asLongAsBelow, nudgeBy, remove, edgeHere } from './acts'
import { copy, paste, duplicate } from './clipboard'
import { breakUp, restack, type Restack } from '@/core/edits'
import { ADDABLE_KINDS, isGround, isRule, titleOf, type ElementKind, plays } from '@/core/kinds'
import { desk, edit, giveUp, redo, select, undo } from '../state/desk'
import { has, type Command } from './command'
import { CUTTING } from './cutting'
import { GOING } from './going'
import { OPENING } from './opening'
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
  ...CUTTING,
  ...OPENING,
]
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
