import { toast } from 'sonner'
import { placedIn } from '@/core/kinds'
import { goInside, goOut } from '../state/inside'
import { desk, goTo, setDesk } from '../state/desk'
import { cuts, edges, jump, moments, second, shuttle } from './acts'
import type { Command } from './command'
import { playJust } from './playJust'
import { inWords } from '../../words/words'

/** The element that is selected, where it places a lesson in this one. */
const chosenPart = () => {
  const { lesson, elements } = desk()
  return lesson.elements.find((e) => elements.length === 1 && e.id === elements[0] && placedIn(e))
}

/** Playing, and going from place to place in time and from lesson to lesson. */
export const GOING: readonly Command[] = [
  {
    id: 'play',
    title: inWords('commands.playOrStop'),
    group: 'play',
    keys: 'Space',
    run: () => setDesk({ speed: desk().speed ? 0 : desk().pace }),
  },
  { id: 'stop', title: inWords('common.stop'), group: 'play', keys: 'k', run: () => setDesk({ speed: 0 }) },
  {
    id: 'forward',
    title: inWords('commands.playForwardsAgainFaster'),
    group: 'play',
    keys: 'l',
    run: () => shuttle(1),
  },
  {
    id: 'backward',
    title: inWords('commands.playBackwardsAgainFaster'),
    group: 'play',
    keys: 'j',
    run: () => shuttle(-1),
  },
  {
    id: 'half-speed',
    title: inWords('commands.playAtHalfSpeed'),
    group: 'play',
    keys: 'Shift+Space',
    run: () => setDesk({ speed: desk().speed === 0.5 ? 0 : 0.5 }),
  },
  {
    id: 'quarter-speed',
    title: inWords('commands.playAtQuarterSpeed'),
    group: 'play',
    keys: 'Ctrl+Space',
    run: () => setDesk({ speed: desk().speed === 0.25 ? 0 : 0.25 }),
  },
  {
    id: 'play-this',
    title: inWords('commands.playJustThisFromA'),
    group: 'play',
    keys: 'v',
    run: () => playJust('all'),
  },
  {
    id: 'play-this-end',
    title: inWords('commands.playJustItsLastSeconds'),
    group: 'play',
    keys: 'Shift+V',
    run: () => playJust('end'),
  },
  {
    id: 'loop',
    title: inWords('commands.playThePassageOverAnd'),
    group: 'play',
    keys: 'o',
    run: () => {
      if (!desk().passage) toast(inWords('commands.setAPassageFirstDrag'))
      else setDesk({ looping: !desk().looping })
    },
  },
  {
    id: 'next-frame',
    title: inWords('commands.nextFrame'),
    group: 'go',
    keys: '. ArrowRight',
    run: () => {
      setDesk({ speed: 0 })
      goTo(desk().playhead + 1)
    },
  },
  {
    id: 'previous-frame',
    title: inWords('commands.previousFrame'),
    group: 'go',
    keys: ', ArrowLeft',
    run: () => {
      setDesk({ speed: 0 })
      goTo(desk().playhead - 1)
    },
  },
  {
    id: 'next-ten',
    title: inWords('commands.tenFramesOn'),
    group: 'go',
    keys: 'Shift+> Shift+ArrowRight',
    run: () => {
      setDesk({ speed: 0 })
      goTo(desk().playhead + 10)
    },
  },
  {
    id: 'previous-ten',
    title: inWords('commands.tenFramesBack'),
    group: 'go',
    keys: 'Shift+< Shift+ArrowLeft',
    run: () => {
      setDesk({ speed: 0 })
      goTo(desk().playhead - 10)
    },
  },
  { id: 'start', title: inWords('commands.toTheStart'), group: 'go', keys: 'Home', run: () => goTo(0) },
  {
    id: 'end',
    title: inWords('commands.toTheEnd'),
    group: 'go',
    keys: 'End',
    run: () => goTo(desk().timed.length - 1),
  },
  { id: 'next-moment', title: inWords('commands.nextMoment'), group: 'go', keys: 'n', run: () => jump(moments(), 1) },
  {
    id: 'previous-moment',
    title: inWords('commands.previousMoment'),
    group: 'go',
    keys: 'Shift+N',
    run: () => jump(moments(), -1),
  },
  { id: 'next-cut', title: inWords('commands.nextCut'), group: 'go', keys: 'c', run: () => jump(cuts(), 1) },
  {
    id: 'previous-cut',
    title: inWords('commands.previousCut'),
    group: 'go',
    keys: 'Shift+C',
    run: () => jump(cuts(), -1),
  },
  { id: 'next-edge', title: inWords('commands.nextStartOrEndOf'), group: 'go', keys: 'b', run: () => jump(edges(), 1) },
  {
    id: 'previous-edge',
    title: inWords('commands.previousStartOrEndOf'),
    group: 'go',
    keys: 'Shift+B',
    run: () => jump(edges(), -1),
  },
  {
    id: 'go-inside',
    title: inWords('commands.goIntoTheLessonThat'),
    group: 'go',
    keys: 'Ctrl+ArrowDown',
    can: () => chosenPart() !== undefined,
    run: () => goInside(chosenPart()!.id),
  },
  {
    id: 'go-out',
    title: inWords('commands.comeOutOfALesson'),
    group: 'go',
    keys: 'Ctrl+ArrowUp',
    can: () => desk().inside.length > 0,
    run: () => goOut(),
  },
  { id: 'second-on', title: inWords('commands.oneSecondOn'), group: 'go', run: () => goTo(desk().playhead + second()) },
]
