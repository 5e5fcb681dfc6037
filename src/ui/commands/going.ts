import { toast } from 'sonner'
import { placedIn } from '@/core/kinds'
import { goInside, goOut } from '../state/inside'
import { desk, goTo, setDesk } from '../state/desk'
import { cuts, edges, jump, moments, second, shuttle } from './acts'
import type { Command } from './command'
import { playJust } from './playJust'

/** The element that is selected, where it places a lesson in this one. */
const chosenPart = () => {
  const { lesson, elements } = desk()
  return lesson.elements.find((e) => elements.length === 1 && e.id === elements[0] && placedIn(e))
}

/** Playing, and going from place to place in time and from lesson to lesson. */
export const GOING: readonly Command[] = [
  {
    id: 'play',
    title: 'Play or stop',
    group: 'Play',
    keys: 'Space',
    run: () => setDesk({ speed: desk().speed ? 0 : desk().pace }),
  },
  { id: 'stop', title: 'Stop', group: 'Play', keys: 'k', run: () => setDesk({ speed: 0 }) },
  { id: 'forward', title: 'Play forwards; again: faster', group: 'Play', keys: 'l', run: () => shuttle(1) },
  { id: 'backward', title: 'Play backwards; again: faster', group: 'Play', keys: 'j', run: () => shuttle(-1) },
  {
    id: 'half-speed',
    title: 'Play at half speed',
    group: 'Play',
    keys: 'Shift+Space',
    run: () => setDesk({ speed: desk().speed === 0.5 ? 0 : 0.5 }),
  },
  {
    id: 'quarter-speed',
    title: 'Play at quarter speed',
    group: 'Play',
    keys: 'Ctrl+Space',
    run: () => setDesk({ speed: desk().speed === 0.25 ? 0 : 0.25 }),
  },
  {
    id: 'play-this',
    title: 'Play just this, from a second before to a second after',
    group: 'Play',
    keys: 'v',
    run: () => playJust('all'),
  },
  {
    id: 'play-this-end',
    title: 'Play just its last seconds',
    group: 'Play',
    keys: 'Shift+V',
    run: () => playJust('end'),
  },
  {
    id: 'loop',
    title: 'Play the passage over and over',
    group: 'Play',
    keys: 'o',
    run: () => {
      if (!desk().passage) toast('Set a passage first: drag along the time scale, or [ and ].')
      else setDesk({ looping: !desk().looping })
    },
  },
  {
    id: 'next-frame',
    title: 'Next frame',
    group: 'Go',
    keys: '. ArrowRight',
    run: () => {
      setDesk({ speed: 0 })
      goTo(desk().playhead + 1)
    },
  },
  {
    id: 'previous-frame',
    title: 'Previous frame',
    group: 'Go',
    keys: ', ArrowLeft',
    run: () => {
      setDesk({ speed: 0 })
      goTo(desk().playhead - 1)
    },
  },
  {
    id: 'next-ten',
    title: 'Ten frames on',
    group: 'Go',
    keys: 'Shift+> Shift+ArrowRight',
    run: () => {
      setDesk({ speed: 0 })
      goTo(desk().playhead + 10)
    },
  },
  {
    id: 'previous-ten',
    title: 'Ten frames back',
    group: 'Go',
    keys: 'Shift+< Shift+ArrowLeft',
    run: () => {
      setDesk({ speed: 0 })
      goTo(desk().playhead - 10)
    },
  },
  { id: 'start', title: 'To the start', group: 'Go', keys: 'Home', run: () => goTo(0) },
  { id: 'end', title: 'To the end', group: 'Go', keys: 'End', run: () => goTo(desk().timed.length - 1) },
  { id: 'next-moment', title: 'Next moment', group: 'Go', keys: 'n', run: () => jump(moments(), 1) },
  { id: 'previous-moment', title: 'Previous moment', group: 'Go', keys: 'Shift+N', run: () => jump(moments(), -1) },
  { id: 'next-cut', title: 'Next cut', group: 'Go', keys: 'c', run: () => jump(cuts(), 1) },
  { id: 'previous-cut', title: 'Previous cut', group: 'Go', keys: 'Shift+C', run: () => jump(cuts(), -1) },
  { id: 'next-edge', title: 'Next start or end of an element', group: 'Go', keys: 'b', run: () => jump(edges(), 1) },
  {
    id: 'previous-edge',
    title: 'Previous start or end of an element',
    group: 'Go',
    keys: 'Shift+B',
    run: () => jump(edges(), -1),
  },
  {
    id: 'go-inside',
    title: 'Go into the lesson that is selected',
    group: 'Go',
    keys: 'Ctrl+ArrowDown',
    can: () => chosenPart() !== undefined,
    run: () => goInside(chosenPart()!.id),
  },
  {
    id: 'go-out',
    title: 'Come out of a lesson that was gone into',
    group: 'Go',
    keys: 'Ctrl+ArrowUp',
    can: () => desk().inside.length > 0,
    run: () => goOut(),
  },
  { id: 'second-on', title: 'One second on', group: 'Go', run: () => goTo(desk().playhead + second()) },
]
