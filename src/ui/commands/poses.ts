import { canRepoint } from '@/core/kinds'
import { toast } from 'sonner'
import {
  addKey,
  arriveByNow,
  detach,
  evenSpeed,
  holdUntilHere,
  keyFrames,
  moveFromNow,
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
  type Edit,
} from '@/core/edits'
import { motionOf } from '@/core/motion'
import { framesPerSecond } from '@/core/time'
import { actHere } from '../state/inPose'
import { copyPoses, copyThisPose, keysMeant, pastePoses } from './clipboard'
import { begin, chosenElements, desk, edit, freshId, goTo, selectAlone, setDesk } from '../state/desk'
import { chosenOne, has, named, several, type Command } from './command'
import { inWords, said, type Said } from '../../words/words'

const seconds = (s: number) => Math.max(1, Math.round(framesPerSecond(desk().lesson.rate) * s))

/** Makes an act on the selected elements at the playhead, if it lies on all of them. */
function act(label: Said, change: (ids: string[]) => Edit, missing: string): boolean {
  const { elements, timed, playhead } = desk()
  const out = chosenElements().find((e) => {
    const s = timed.spans.get(e.id)!
    return playhead < s.from || playhead >= s.to
  })
  if (out) {
    toast(inWords('commands.isNotOnScreenAt', out.name))
    return false
  }
  setDesk({ speed: 0 })
  if (edit(label, change(elements))) return true
  toast(missing)
  return false
}
/** The new move stands ready to be dragged: its landing under the playhead. */
function moveOn(): void {
  if (
    !act(
      said('commands.moveFromHere', named()),
      (ids) => moveFromNow(ids, actHere()),
      inWords('commands.thereIsNoRoomFor'),
    )
  )
    return
  const { timed, playhead } = desk()
  const first = chosenElements()[0]!
  const move = motionOf(timed, first).moves.find((m) => m.from >= playhead)
  setDesk({ moveEnd: 'end', wholePath: false })
  if (move) {
    goTo(move.to)
    setDesk({
      keys: chosenElements().flatMap((e) => {
        const m = motionOf(timed, e).moves.find((x) => x.from >= playhead)
        return m ? [{ element: e.id, pose: m.pose.id, path: null }] : []
      }),
    })
  }
}
function repointNext(): void {
  const [e] = chosenElements()
  if (!e || !canRepoint(e)) {
    toast(inWords('commands.selectAnArrowADrawn'))
    return
  }
  const { timed, playhead } = desk()
  const span = timed.spans.get(e.id)!
  if (playhead <= span.from) {
    toast(inWords('commands.goToTheMomentAt', e.name))
    return
  }
  begin({ do: 'repoint', element: e.id })
}
function jumpKey(way: 1 | -1): void {
  const { timed, playhead } = desk()
  const frames = [...new Set(chosenElements().flatMap((e) => keyFrames(timed, e)))]
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
  if (first)
    edit(
      factor > 1 ? said('commands.stretchKeyframes') : said('commands.squeezeKeyframes'),
      stretchKeys(refs, first.from, factor),
    )
}
const slide = (which: 'arrival' | 'departure', side: 'left' | 'right' | 'top' | 'bottom'): Command => ({
  id: `${which === 'arrival' ? 'come-in' : 'go-out'}-${side}`,
  title:
    which === 'arrival' ? inWords('commands.comeInFromOutsideThe', side) : inWords('commands.goOutOverTheEdge', side),
  group: 'poses',
  can: has,
  run: () =>
    void edit(
      said('commands.let', named(), which === 'arrival' ? said('commands.comeIn') : said('commands.goOut')),
      slideThrough(desk().elements, which, side, seconds(0.5)),
    ),
})
const SIDES = ['left', 'right', 'top', 'bottom'] as const

export function deleteKeys(): void {
  if (edit(said('commands.deleteKeyframes'), removeKeys(desk().keys))) setDesk({ keys: [] })
}

export const POSING: Command[] = [
  { id: 'move-here', title: inWords('commands.moveFromNow'), group: 'poses', keys: 'f', can: has, run: moveOn },
  {
    id: 'arrive-here',
    title: inWords('commands.arriveByNow'),
    group: 'poses',
    keys: 'Shift+F',
    can: has,
    run: () => {
      if (
        act(
          said('commands.letArriveHere', named()),
          (ids) => arriveByNow(ids, actHere()),
          inWords('commands.aPoseIsReachedHere'),
        )
      )
        setDesk({ moveEnd: 'end', wholePath: false })
    },
  },
  {
    id: 'hold-here',
    title: inWords('commands.holdUntilHere'),
    group: 'poses',
    keys: 'h',
    can: has,
    run: () =>
      void act(
        said('commands.letHoldUntilHere', named()),
        (ids) => holdUntilHere(ids, actHere()),
        inWords('commands.noMoveComesAfterThe'),
      ),
  },
  {
    id: 'return',
    title: inWords('commands.returnToThePoseBefore'),
    group: 'poses',
    keys: 'r',
    can: has,
    run: () => {
      if (
        act(
          said('commands.letReturn', named()),
          (ids) => returnToBefore(ids, actHere()),
          inWords('commands.thereIsNoPoseBefore'),
        )
      )
        setDesk({ moveEnd: 'end', wholePath: false })
    },
  },
  {
    id: 'repoint',
    title: inWords('commands.pointAtTheNextThing'),
    group: 'poses',
    keys: 't',
    can: has,
    run: repointNext,
  },
  ...SIDES.map((s) => slide('arrival', s)),
  ...SIDES.map((s) => slide('departure', s)),
  {
    id: 'even-speed',
    title: inWords('commands.evenSpeedAlongTheWhole'),
    group: 'poses',
    can: has,
    run: () => {
      for (const id of desk().elements)
        if (!edit(said('commands.evenSpeed'), evenSpeed(id))) toast(inWords('commands.evenSpeedNeedsTwoMoves'))
    },
  },
  {
    id: 'whole-path',
    title: inWords('commands.editTheWholePathOr'),
    group: 'poses',
    keys: 'w',
    can: has,
    run: () => setDesk({ wholePath: !desk().wholePath }),
  },
  {
    id: 'move-end',
    title: inWords('commands.onAMoveEditThe'),
    group: 'poses',
    keys: 'd',
    can: has,
    run: () => setDesk({ moveEnd: desk().moveEnd === 'end' ? 'start' : 'end' }),
  },
  {
    id: 'put-here',
    title: inWords('commands.putItHereInTime'),
    group: 'poses',
    keys: 'Shift+S',
    can: has,
    run: () => void edit(said('commands.putAtThePlayhead', named()), retime(desk().elements, desk().playhead)),
  },
  {
    id: 'next-key',
    title: inWords('commands.nextKeyframe'),
    group: 'poses',
    keys: 'p',
    can: has,
    run: () => jumpKey(1),
  },
  {
    id: 'previous-key',
    title: inWords('commands.previousKeyframe'),
    group: 'poses',
    keys: 'Shift+P',
    can: has,
    run: () => jumpKey(-1),
  },
  {
    id: 'key-place',
    title: inWords('commands.keyThePlaceAtThe'),
    group: 'poses',
    keys: 'Insert',
    can: has,
    run: () => void edit(said('commands.keyThePlaceOf', named()), addKey(desk().elements, ['x', 'y'], desk().playhead)),
  },
  {
    id: 'pushes',
    title: inWords('commands.aNewEndPushesWhat'),
    group: 'edit',
    run: () => {
      setDesk({ pushes: !desk().pushes })
      toast(desk().pushes ? inWords('commands.aNewEndPushesWhatFollows') : inWords('commands.aNewEndLeavesWhat'), {
        duration: 1800,
      })
    },
  },
  {
    id: 'keys-open',
    title: inWords('commands.showOrHideTheKeyframes'),
    group: 'poses',
    keys: 'q',
    run: () => setDesk({ keysOpen: !desk().keysOpen }),
  },
  {
    id: 'copy-pose',
    title: inWords('commands.copyThisPose'),
    group: 'poses',
    can: () => (chosenOne()?.poses.length ?? 0) > 0,
    run: copyThisPose,
  },
  {
    id: 'copy-keys',
    title: inWords('commands.copyThePoses'),
    group: 'poses',
    keys: 'Ctrl+Shift+C',
    can: has,
    run: copyPoses,
  },
  {
    id: 'paste-keys',
    title: inWords('commands.pasteThePosesAtThe'),
    group: 'poses',
    keys: 'Ctrl+Shift+V',
    can: has,
    run: () => void pastePoses(),
  },
  {
    id: 'reverse-keys',
    title: inWords('commands.reverseTheKeyframes'),
    group: 'poses',
    can: has,
    run: () => void edit(said('commands.reverseKeyframes'), reverseKeys(keysMeant())),
  },
  {
    id: 'stretch-keys',
    title: inWords('commands.stretchTheKeyframesByA'),
    group: 'poses',
    can: has,
    run: () => stretch(1.25),
  },
  {
    id: 'squeeze-keys',
    title: inWords('commands.squeezeTheKeyframesByA'),
    group: 'poses',
    can: has,
    run: () => stretch(0.8),
  },
  {
    id: 'remove-motion',
    title: inWords('commands.takeAllItsKeyframesOff'),
    group: 'poses',
    can: () => chosenElements().some((e) => e.poses.length > 0),
    run: () => {
      if (edit(said('commands.takeAllKeyframesOfOff', named()), removeMotion(desk().elements, desk().playhead)))
        setDesk({ keys: [] })
    },
  },
  {
    id: 'delete-keys',
    title: inWords('commands.deleteTheSelectedKeyframes'),
    group: 'poses',
    can: () => desk().keys.length > 0,
    run: deleteKeys,
  },
  {
    id: 'start-together',
    title: inWords('commands.startTogether'),
    group: 'poses',
    can: several,
    run: () => void edit(said('commands.startTogether'), together(desk().elements, 'start', desk().playhead)),
  },
  {
    id: 'land-together',
    title: inWords('commands.landTogether'),
    group: 'poses',
    can: several,
    run: () => void edit(said('commands.landTogether'), together(desk().elements, 'land', desk().playhead)),
  },
  {
    id: 'rest-here',
    title: inWords('commands.restHereForASecond'),
    group: 'poses',
    keys: 'Shift+W',
    can: has,
    run: () => void edit(said('commands.letRest', named()), restHere(desk().elements, actHere(), seconds(1))),
  },
  {
    id: 'read-gauge',
    title: inWords('commands.linkToOneGauge'),
    group: 'poses',
    keys: 'Shift+U',
    can: has,
    run: () => {
      const id = freshId('gauge')
      // What is done next is done to the gauge: it rests, it is shaped.
      if (edit(said('commands.letReadOneGauge', named()), readTogether(desk().elements, id))) selectAlone([id])
    },
  },
  {
    id: 'fill-like-bar',
    title: inWords('commands.fillItLikeABar'),
    group: 'poses',
    keys: '_',
    can: has,
    run: () => void edit(said('commands.fillLikeABar', named()), fillLikeBar(desk().elements)),
  },
  {
    id: 'ride',
    title: inWords('commands.rideOn'),
    group: 'poses',
    keys: 'Ctrl+r',
    can: has,
    run: () => begin({ do: 'ride', elements: desk().elements }),
  },
  {
    id: 'ride-off',
    title: inWords('commands.getOffWhatItRides'),
    group: 'poses',
    can: () => chosenElements().some((e) => e.rides),
    run: () => void edit(said('commands.takeOff', named()), detach(desk().elements, desk().playhead)),
  },
  {
    id: 'blur-motion',
    title: inWords('commands.letItFollowTheMotion'),
    group: 'poses',
    can: has,
    run: () => {
      const on = chosenElements().some((e) => !e.motionBlur)
      edit(
        on ? said('commands.followTheMotionBlur') : said('commands.noMotionBlur'),
        setElements(desk().elements, { motionBlur: on }),
      )
    },
  },
]
