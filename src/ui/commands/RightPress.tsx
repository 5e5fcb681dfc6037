import { create } from 'zustand'
import { Menu, MenuItem } from '../kit/menu'
import { inWords } from '../../words/words'
import { COMMANDS, runCommand, shownKey } from './commands'

/** What can be pressed with the right button. */
export type RightPressed = 'element' | 'clip' | 'moment' | 'picture' | 'timeline'
/** What can be done with each, the commonest first. */
export const ABOUT: Record<RightPressed, readonly string[]> = {
  element: [
    'copy',
    'duplicate',
    'delete',
    'hide',
    'move-here',
    'lock',
    'stack-front',
    'stack-back',
    'flip-across',
    'flip-down',
    'crop',
    'group',
    'ungroup',
    'split-element',
    'copy-pose',
    'paste-keys',
    'ride',
    'play-this',
    'keep-ready',
  ],
  clip: [
    'split',
    'copy',
    'delete',
    'mute',
    'replace-file',
    'duplicate',
    'crop',
    'flip-across',
    'flip-down',
    'lift-out',
    'take-clip-close',
    'together',
    'part',
    'hide',
    'lock',
    'play-this',
  ],
  moment: ['add-callout', 'add-arrow', 'add-ripple', 'add-zoom', 'chapter', 'paste', 'passage-from', 'passage-to'],
  picture: ['paste', 'add-callout', 'add-arrow', 'add-text', 'whole-picture', 'full-size', 'guides', 'grid', 'rulers'],
  timeline: ['paste', 'mark', 'chapter', 'split', 'add-track', 'add-sound', 'passage-from', 'passage-to', 'all'],
}

interface Asked {
  at: { x: number; y: number }
  about: RightPressed
}
const useRight = create<{ now: Asked | null }>(() => ({ now: null }))
/** Opens the commands for what was pressed, where it was pressed. */
export function showCommands(
  e: { clientX: number; clientY: number; preventDefault(): void },
  about: RightPressed,
): void {
  e.preventDefault()
  useRight.setState({ now: { at: { x: e.clientX, y: e.clientY }, about } })
}

/** What an act opens takes the focus: the menu lets go of it first. */
const onceShut = (act: () => void) => void setTimeout(act, 0)
/** The commands for what was pressed with the right button, by the same list as all others. */
export function RightPress() {
  const { now } = useRight()
  if (!now) return null
  const able = ABOUT[now.about].flatMap((id) => COMMANDS.filter((c) => c.id === id && (!c.can || c.can())))
  return (
    <Menu
      open
      align="start"
      aria-label={inWords('commands.forWhatWasPressed')}
      className="w-72 text-[13px]"
      onOpenChange={(open) => {
        if (!open) useRight.setState({ now: null })
      }}
      onCloseAutoFocus={(e) => e.preventDefault()}
      from={
        <button
          type="button"
          tabIndex={-1}
          aria-hidden
          className="pointer-events-none fixed size-px opacity-0"
          style={{ left: now.at.x, top: now.at.y }}
        />
      }
    >
      {able.map((c) => (
        <MenuItem key={c.id} keys={shownKey(c.keys?.split(' ')[0])} onSelect={() => onceShut(() => c.run())}>
          {c.title}
        </MenuItem>
      ))}
      <MenuItem keys={shownKey('Ctrl+k')} onSelect={() => onceShut(() => runCommand('palette'))}>
        {inWords('commands.allCommands')}
      </MenuItem>
    </Menu>
  )
}
