import { canRepoint, kindName } from '@/core/kinds'
import { toast } from 'sonner'
import {
  addKey,
  arriveByNow,
  copyKeys,
  detach,
  evenSpeed,
  holdUntilHere,
  keyFrames,
  moveFromNow,
  pasteKeys,
  readTogether,
  removeKeys,
  removeMotion,
  fillLikeBar,
  restHere,
  retime,
  returnToBefore,
  reverseKeys,
  setElements,
  slideThrough,
  stretchKeys,
  together,
  type CopiedKeys,
  type Edit,
  type KeyRef,
} from '@/core/edits'
import { motionOf } from '@/core/motion'
import { framesPerSecond } from '@/core/time'
import { actHere } from '../state/inPose'
import { desk, edit, freshId, goTo, select, setDesk } from '../state/desk'
import { has, named, several, type Command } from './command'

const chosen = () => desk().timed.lesson.elements.filter((e) => desk().elements.includes(e.id))
const seconds = (s: number) => Math.max(1, Math.round(framesPerSecond(desk().lesson.rate) * s))

/** Makes an act on the selected elements at the playhead, if it lies on all of them. */
function act(label: string, change: (ids: string[]) => Edit, missing: string): boolean {
  const { elements, timed, playhead } = desk()
  const out = chosen().find((e) => {
    const s = timed.spans.get(e.id)!
    return playhead < s.from || playhead >= s.to
  })
  if (out) {
    toast(`“${out.name}” is not on screen at the playhead. Go to a frame in which it is.`)
    return false
  }
  setDesk({ speed: 0 })
  if (edit(label, change(elements))) return true
  toast(missing)
  return false
}
/** The new move stands ready to be dragged: its landing under the playhead. */
function moveOn(): void {
  if (!act(`Move ${named()} from here`, (ids) => moveFromNow(ids, actHere()), 'There is no room for a move here.'))
    return
  const { timed, playhead } = desk()
  const first = chosen()[0]!
  const move = motionOf(timed, first).moves.find((m) => m.from >= playhead)
  setDesk({ moveEnd: 'end', wholePath: false })
  if (move) {
    goTo(move.to)
    setDesk({
      keys: chosen().flatMap((e) => {
        const m = motionOf(timed, e).moves.find((x) => x.from >= playhead)
        return m ? [{ element: e.id, pose: m.pose.id, path: null }] : []
      }),
    })
  }
}
function repointNext(): void {
  const [e] = chosen()
  if (!e || !canRepoint(e)) {
    toast('Select an arrow, a drawn pointer or a callout with a tail to point it at the next thing.')
    return
  }
  const { timed, playhead } = desk()
  const span = timed.spans.get(e.id)!
  if (playhead <= span.from) {
    toast(`Go to the moment at which “${e.name}” is to leave what it points at.`)
    return
  }
  setDesk({ speed: 0, adding: { kind: kindName(e), moment: null, repoint: e.id } })
}
/** Keyframes of all selected elements, or those that are selected. */
const keysMeant = (): KeyRef[] =>
  desk().keys.length > 0
    ? desk().keys
    : chosen().flatMap((e) => e.poses.map((p) => ({ element: e.id, pose: p.id, path: null })))
let copied: CopiedKeys | null = null
function copyMoves(): void {
  copied = copyKeys(keysMeant(), desk().timed)
  toast(
    copied
      ? `${copied.poses.length === 1 ? 'One pose' : `${copied.poses.length} poses`} copied`
      : 'There are no poses to copy: this element does not move yet.',
    { duration: 1800 },
  )
}
function pasteMoves(): void {
  const { elements, playhead } = desk()
  if (!copied) {
    toast('Copy some poses first.')
    return
  }
  const first = Math.round(copied.poses[0]!.to - copied.poses[0]!.from)
  edit(`Paste poses on ${named()}`, pasteKeys(elements, copied, playhead + first))
}
function jumpKey(way: 1 | -1): void {
  const { timed, playhead } = desk()
  const frames = [...new Set(chosen().flatMap((e) => keyFrames(timed, e)))]
    .filter((f) => (way > 0 ? f > playhead : f < playhead))
    .sort((a, b) => (a - b) * way)
  if (frames[0] !== undefined) goTo(frames[0])
}
function stretch(factor: number): void {
  const refs = keysMeant()
  const { timed } = desk()
  const e = timed.lesson.elements.find((x) => x.id === refs[0]?.element)
  if (!e) return
  const first = motionOf(timed, e).moves.find((m) => refs.some((r) => r.pose === m.pose.id))
  if (first) edit(factor > 1 ? 'Stretch keyframes' : 'Squeeze keyframes', stretchKeys(refs, first.from, factor))
}
const slide = (which: 'arrival' | 'departure', side: 'left' | 'right' | 'top' | 'bottom'): Command => ({
  id: `${which === 'arrival' ? 'come-in' : 'go-out'}-${side}`,
  title: which === 'arrival' ? `Come in from outside the ${side} edge` : `Go out over the ${side} edge`,
  group: 'Poses',
  can: has,
  run: () =>
    void edit(
      `Let ${named()} ${which === 'arrival' ? 'come in' : 'go out'}`,
      slideThrough(desk().elements, which, side, seconds(0.5)),
    ),
})
const SIDES = ['left', 'right', 'top', 'bottom'] as const

export function deleteKeys(): void {
  if (edit('Delete keyframes', removeKeys(desk().keys))) setDesk({ keys: [] })
}

export const POSING: Command[] = [
  { id: 'move-here', title: 'Move from now', group: 'Poses', keys: 'f', can: has, run: moveOn },
  {
    id: 'arrive-here',
    title: 'Arrive by now',
    group: 'Poses',
    keys: 'Shift+F',
    can: has,
    run: () => {
      if (act(`Let ${named()} arrive here`, (ids) => arriveByNow(ids, actHere()), 'A pose is reached here already.'))
        setDesk({ moveEnd: 'end', wholePath: false })
    },
  },
  {
    id: 'hold-here',
    title: 'Hold until here',
    group: 'Poses',
    keys: 'h',
    can: has,
    run: () =>
      void act(
        `Let ${named()} hold until here`,
        (ids) => holdUntilHere(ids, actHere()),
        'No move comes after the playhead: the pose holds anyway.',
      ),
  },
  {
    id: 'return',
    title: 'Return to the pose before',
    group: 'Poses',
    keys: 'r',
    can: has,
    run: () => {
      if (act(`Let ${named()} return`, (ids) => returnToBefore(ids, actHere()), 'There is no pose before this one.'))
        setDesk({ moveEnd: 'end', wholePath: false })
    },
  },
  { id: 'repoint', title: 'Point at the next thing', group: 'Poses', keys: 't', can: has, run: repointNext },
  ...SIDES.map((s) => slide('arrival', s)),
  ...SIDES.map((s) => slide('departure', s)),
  {
    id: 'even-speed',
    title: 'Even speed along the whole path',
    group: 'Poses',
    can: has,
    run: () => {
      for (const id of desk().elements)
        if (!edit('Even speed', evenSpeed(id))) toast('Even speed needs two moves or more that cover some way.')
    },
  },
  {
    id: 'whole-path',
    title: 'Edit the whole path, or one pose',
    group: 'Poses',
    keys: 'w',
    can: has,
    run: () => setDesk({ wholePath: !desk().wholePath }),
  },
  {
    id: 'move-end',
    title: 'On a move: edit the pose it leaves, or the one it leads to',
    group: 'Poses',
    keys: 'd',
    can: has,
    run: () => setDesk({ moveEnd: desk().moveEnd === 'end' ? 'start' : 'end' }),
  },
  {
    id: 'put-here',
    title: 'Put it here in time, with all its moves',
    group: 'Poses',
    keys: 'Shift+S',
    can: has,
    run: () => void edit(`Put ${named()} at the playhead`, retime(desk().elements, desk().playhead)),
  },
  { id: 'next-key', title: 'Next keyframe', group: 'Poses', keys: 'p', can: has, run: () => jumpKey(1) },
  {
    id: 'previous-key',
    title: 'Previous keyframe',
    group: 'Poses',
    keys: 'Shift+P',
    can: has,
    run: () => jumpKey(-1),
  },
  {
    id: 'key-place',
    title: 'Key the place at the playhead',
    group: 'Poses',
    keys: 'Insert',
    can: has,
    run: () => void edit(`Key the place of ${named()}`, addKey(desk().elements, ['x', 'y'], desk().playhead)),
  },
  {
    id: 'pushes',
    title: 'A new end pushes what follows on the track, or not',
    group: 'Edit',
    run: () => {
      setDesk({ pushes: !desk().pushes })
      toast(desk().pushes ? 'A new end pushes what follows.' : 'A new end leaves what follows where it is.', {
        duration: 1800,
      })
    },
  },
  {
    id: 'keys-open',
    title: 'Show or hide the keyframes of what is selected',
    group: 'Poses',
    keys: 'q',
    run: () => setDesk({ keysOpen: !desk().keysOpen }),
  },
  { id: 'copy-keys', title: 'Copy the poses', group: 'Poses', keys: 'Ctrl+Shift+C', can: has, run: copyMoves },
  {
    id: 'paste-keys',
    title: 'Paste the poses at the playhead',
    group: 'Poses',
    keys: 'Ctrl+Shift+V',
    can: has,
    run: pasteMoves,
  },
  {
    id: 'reverse-keys',
    title: 'Reverse the keyframes',
    group: 'Poses',
    can: has,
    run: () => void edit('Reverse keyframes', reverseKeys(keysMeant())),
  },
  {
    id: 'stretch-keys',
    title: 'Stretch the keyframes by a quarter',
    group: 'Poses',
    can: has,
    run: () => stretch(1.25),
  },
  { id: 'squeeze-keys', title: 'Squeeze the keyframes by a fifth', group: 'Poses', can: has, run: () => stretch(0.8) },
  {
    id: 'remove-motion',
    title: 'Take all its keyframes off, standing as it does now',
    group: 'Poses',
    can: () => chosen().some((e) => e.poses.length > 0),
    run: () => {
      if (edit(`Take all keyframes of ${named()} off`, removeMotion(desk().elements, desk().playhead)))
        setDesk({ keys: [] })
    },
  },
  {
    id: 'delete-keys',
    title: 'Delete the selected keyframes',
    group: 'Poses',
    can: () => desk().keys.length > 0,
    run: deleteKeys,
  },
  {
    id: 'start-together',
    title: 'Start together',
    group: 'Poses',
    can: several,
    run: () => void edit('Start together', together(desk().elements, 'start', desk().playhead)),
  },
  {
    id: 'land-together',
    title: 'Land together',
    group: 'Poses',
    can: several,
    run: () => void edit('Land together', together(desk().elements, 'land', desk().playhead)),
  },
  {
    id: 'rest-here',
    title: 'Rest here for a second, then go on',
    group: 'Poses',
    keys: 'Shift+W',
    can: has,
    run: () => void edit(`Let ${named()} rest`, restHere(desk().elements, actHere(), seconds(1))),
  },
  {
    id: 'read-gauge',
    title: 'Link to one gauge',
    group: 'Poses',
    keys: 'Shift+U',
    can: has,
    run: () => {
      const id = freshId('gauge')
      // What is done next is done to the gauge: it rests, it is shaped.
      if (edit(`Let ${named()} read one gauge`, readTogether(desk().elements, id))) select([id], true)
    },
  },
  {
    id: 'fill-like-bar',
    title: 'Fill it like a bar: empty on its first frame, full on its last',
    group: 'Poses',
    keys: '_',
    can: has,
    run: () => void edit(`Fill ${named()} like a bar`, fillLikeBar(desk().elements)),
  },
  {
    id: 'ride',
    title: 'Ride on …',
    group: 'Poses',
    keys: 'Ctrl+r',
    can: has,
    run: () => setDesk({ speed: 0, adding: { kind: 'group', moment: null, ride: desk().elements } }),
  },
  {
    id: 'ride-off',
    title: 'Get off what it rides on',
    group: 'Poses',
    can: () => chosen().some((e) => e.rides),
    run: () => void edit(`Take ${named()} off`, detach(desk().elements, desk().playhead)),
  },
  {
    id: 'blur-motion',
    title: 'Let it follow the motion blur, or not',
    group: 'Poses',
    can: has,
    run: () => {
      const on = chosen().some((e) => !e.motionBlur)
      edit(on ? 'Follow the motion blur' : 'No motion blur', setElements(desk().elements, { motionBlur: on }))
    },
  },
]
