import { Command as Cmd } from 'cmdk'
import { useState } from 'react'
import { setDesk, useDesk } from '../state/desk'
import type { Command } from './command'
import { COMMANDS, shownKey } from './commands'
import { findCommands } from './find'
import { Dialog } from '../kit/dialog'
import { inWords } from '../../words/words'

const close = () => setDesk({ panel: 'none' })
const GROUPS: readonly Command['group'][] = [
  'add',
  'edit',
  'poses',
  'place',
  'cut',
  'moments',
  'play',
  'go',
  'view',
  'lesson',
]

const valueOf = (c: Command) => c.id
/** Finds a command by a part of its name. */
export function Palette() {
  const open = useDesk((b) => b.panel === 'palette')
  return (
    <Dialog
      open={open}
      onOpenChange={(o) => {
        if (!o) close()
      }}
      title={inWords('commands.findACommand')}
    >
      {open && <Commands />}
    </Dialog>
  )
}
function Commands() {
  const [typed, setTyped] = useState('')
  const [value, setValue] = useState('')
  const able = COMMANDS.filter((c) => !c.can || c.can())
  const found = findCommands(
    GROUPS.flatMap((g) => able.filter((c) => c.group === g)),
    typed,
  )
  const item = (c: Command) => (
    <Cmd.Item
      key={c.id}
      value={valueOf(c)}
      onSelect={() => {
        close()
        c.run()
      }}
      className="flex cursor-pointer justify-between rounded px-2 py-1 data-[selected=true]:bg-accent-wash"
    >
      {c.title}
      <kbd className="font-code text-xs text-muted">{shownKey(c.keys?.split(' ')[0])}</kbd>
    </Cmd.Item>
  )
  // What Enter runs is the first found at every moment, however fast it was typed.
  const type = (text: string) => {
    setTyped(text)
    setValue('')
  }
  return (
    <Cmd
      label={inWords('commands.commands')}
      shouldFilter={false}
      value={found.some((c) => valueOf(c) === value) ? value : found[0] ? valueOf(found[0]) : ''}
      onValueChange={setValue}
      className="flex flex-col"
    >
      <Cmd.Input
        autoFocus
        value={typed}
        onValueChange={type}
        placeholder={inWords('commands.typeAPartOfIts')}
        className="mb-2 rounded border border-edge bg-card px-2 py-1.5 outline-none focus:border-accent"
      />
      <Cmd.List label={inWords('commands.suggestions')} className="thin-scroll max-h-80 overflow-auto">
        {found.length === 0 && <p className="p-3 text-muted">{inWords('commands.noCommandHasThisIn')}</p>}
        {typed.trim()
          ? found.map(item)
          : GROUPS.map((g) => (
              <Cmd.Group
                key={g}
                heading={inWords(`groups.${g}`)}
                className={
                  '[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-2 ' +
                  '[&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:text-muted'
                }
              >
                {found.filter((c) => c.group === g).map(item)}
              </Cmd.Group>
            ))}
      </Cmd.List>
    </Cmd>
  )
}

const KEY_CAP = 'grid size-5 shrink-0 place-items-center rounded border border-edge-strong bg-card font-code text-xs'
const byKey = (key: string) => COMMANDS.find((c) => c.keys?.split(' ').includes(key))
/** The letters in one map: each stands for a word of what it does, with Shift for its other way or its larger form. */
function Letters() {
  return (
    <section className="mb-4">
      <h3 className="mb-1 font-head text-accent-deep">{inWords('commands.letters')}</h3>
      <ul className="grid grid-cols-3 gap-x-5 gap-y-0.5" data-testid="letters">
        {[...'abcdefghijklmnopqrstuvwxyz'].map((letter) => {
          const plain = byKey(letter)
          const shifted = byKey(`Shift+${letter.toUpperCase()}`)
          if (!plain && !shifted) return null
          return (
            <li key={letter} className="flex items-start gap-2 border-b border-edge/60 py-0.5">
              <kbd className={KEY_CAP}>{letter.toUpperCase()}</kbd>
              <span className="min-w-0 text-[12px] leading-4">
                {plain?.title ?? <span className="text-muted">–</span>}
                {shifted && <span className="block text-muted">{inWords('commands.shiftTitle', shifted.title)}</span>}
              </span>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

const MARK = 'grid h-5 w-9 shrink-0 place-items-center'
/** What the marks on the timeline and beside values mean. */
function Legend() {
  const marks: [React.ReactNode, string][] = [
    [
      <span key="peg" className="block h-3 w-[7px] rounded-t-full border border-accent-deep bg-accent" />,
      inWords('commands.keyframeThisValueIsKeyed'),
    ],
    [
      <span
        key="notch"
        className={
          'grid h-3.5 w-3 place-items-center rounded-t-[5px] border border-b-0 ' +
          'border-accent-deep bg-accent text-[9px] font-semibold text-white'
        }
      >
        2
      </span>,
      inWords('commands.poseWhereItIsReached'),
    ],
    [
      <svg key="curve" width="30" height="16" aria-hidden>
        <path d="M1 15 C12 15 16 2 29 2" fill="none" stroke="#2b2118" strokeWidth="1.6" />
      </svg>,
      inWords('commands.curveTheMoveBetweenTwo'),
    ],
    [
      <span key="tied" className="size-[7px] rounded-full border border-white bg-accent" />,
      inWords('commands.fullDotAtAnEnd'),
    ],
    [
      <span key="loose" className="size-[7px] rounded-full border border-ink bg-card" />,
      inWords('commands.emptyDotAtATime'),
    ],
    [
      <svg key="thread" width="30" height="16" aria-hidden>
        <path d="M15 16 V0" stroke="#b8321a" strokeDasharray="2 2" />
      </svg>,
      inWords('commands.threadLeadsFromATied'),
    ],
    [
      <span
        key="n"
        className={
          'grid size-[18px] place-items-center rounded-full border border-edge-strong bg-card text-[10px] font-semibold'
        }
      >
        3
      </span>,
      inWords('commands.numberAmongTheMomentsSo'),
    ],
  ]
  return (
    <section className="mt-3">
      <h3 className="mb-1 font-head text-accent-deep">{inWords('commands.marks')}</h3>
      <ul className="grid grid-cols-2 gap-x-6">
        {marks.map(([mark, words]) => (
          <li key={words} className="flex items-center gap-2 py-0.5">
            <span className={MARK}>{mark}</span>
            {words}
          </li>
        ))}
      </ul>
    </section>
  )
}

export function KeysHelp() {
  const open = useDesk((b) => b.panel === 'keys')
  return (
    <Dialog
      open={open}
      onOpenChange={(o) => {
        if (!o) close()
      }}
      title={inWords('commands.keys')}
      wide
    >
      <Letters />
      <div className="columns-2 gap-6">
        {GROUPS.map((g) => (
          <section key={g} className="mb-3 break-inside-avoid">
            <h3 className="mb-1 font-head text-accent-deep">{inWords(`groups.${g}`)}</h3>
            {COMMANDS.filter((c) => c.group === g && c.keys).map((c) => (
              <div key={c.id} className="flex justify-between gap-3 border-b border-edge/60 py-0.5">
                <span>{c.title}</span>
                <span className="shrink-0 space-x-1">
                  {c.keys!.split(' ').map((k) => (
                    <kbd key={k} className="rounded border border-edge bg-card px-1 font-code text-xs">
                      {shownKey(k)}
                    </kbd>
                  ))}
                </span>
              </div>
            ))}
          </section>
        ))}
      </div>
      <Legend />
      <p className="mt-2 text-muted">{inWords('commands.whileDraggingAltKeepsAn')}</p>
    </Dialog>
  )
}
