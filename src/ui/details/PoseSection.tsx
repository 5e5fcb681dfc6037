import { canRepoint } from '@/core/kinds'
import { ArrowBigRightDash, ChevronDown, Hourglass, Route, Target, Undo2 } from 'lucide-react'
import type { Element } from '@/core/lesson/schema'
import { motionOf, poseAt, type Move } from '@/core/motion'
import { momentName, type Span } from '@/core/timing'
import { useHere } from '../state/inPose'
import { goTo, setDesk, useDesk, useShown } from '../state/desk'
import { keyOf, runCommand } from '../commands/commands'
import { Button } from '../kit/button'
import { Curve } from '../kit/curve'
import { Tick } from '../fields/fields'
import { Section } from '../fields/section'
import { inWords } from '../../words/words'
import { Menu, MenuItem } from '../kit/menu'

/** The poses of an element: which one is in force, and the acts that make new ones. */
export function PoseSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const playhead = useDesk((b) => b.playhead)
  const moveEnd = useDesk((b) => b.moveEnd)
  const wholePath = useDesk((b) => b.wholePath)
  const hit = useHere().caught
  const hangs = hit && timed.moments.get(hit.moment.id)
  const { moves } = motionOf(timed, e)
  const { pose, moving } = poseAt(timed, e, playhead)
  const lit = moving && moveEnd === 'end' ? pose + 1 : pose
  const span = timed.spans.get(e.id)!
  return (
    <Section
      title={inWords('details.posesAndMoves')}
      folds="open"
      right={
        moves.length > 0 ? (
          <span className="text-xs font-normal text-muted" data-testid="pose-in-force">
            {moving
              ? inWords('details.onTheMove', pose + 1, pose + 2)
              : inWords('details.poseOfAll', lit + 1, moves.length + 1)}
          </span>
        ) : undefined
      }
    >
      <div className="grid grid-cols-2 gap-1">
        <Act id="move-here" icon={<ArrowBigRightDash size={14} />}>
          {inWords('details.moveFromNow')}
        </Act>
        <Act id="arrive-here" icon={<Target size={14} />}>
          {inWords('details.arriveByNow')}
        </Act>
        <Act id="hold-here" icon={<Hourglass size={14} />}>
          {inWords('details.holdUntilHere')}
        </Act>
        <Act id="return" icon={<Undo2 size={14} />}>
          {inWords('details.return')}
        </Act>
      </div>
      <div className="flex gap-1">
        {canRepoint(e) && (
          <Act id="repoint" icon={<Route size={14} />}>
            {inWords('details.nextThing')}
          </Act>
        )}
        <MoreOfPoses />
      </div>
      {hit && hangs && (
        <p className="text-xs text-muted" data-testid="hangs-on">
          {inWords('details.aMoveMadeHereHangs', momentName(hangs, hit.edge))}
        </p>
      )}
      {moves.length > 0 && <Poses moves={moves} span={span} lit={lit} />}
      {moving && <WhichEnd pose={pose} />}
      {moves.length > 0 && (
        <Tick
          label={inWords('details.draggingMovesTheWholePath')}
          value={wholePath}
          onChange={(v) => setDesk({ wholePath: v })}
        />
      )}
    </Section>
  )
}

const MORE = [
  ['even-speed', inWords('details.evenSpeedAlongThePath')],
  ['reverse-keys', inWords('details.reverse')],
  ['copy-pose', inWords('details.copyThisPose')],
  ['copy-keys', inWords('details.copyThePoses')],
  ['paste-keys', inWords('details.pastePosesHere')],
  ['put-here', inWords('details.putItHereInTime')],
  ['remove-motion', inWords('details.takeAllKeyframesOff')],
] as const
const SIDES = ['left', 'right', 'top', 'bottom'] as const
/** What else can be done with poses. */
function MoreOfPoses() {
  return (
    <Menu
      from={
        <Button className="flex-1 justify-center">
          {inWords('details.inOutMore')}
          <ChevronDown size={13} />
        </Button>
      }
    >
      {SIDES.map((s) => (
        <MenuItem key={`in${s}`} onSelect={() => runCommand(`come-in-${s}`)}>
          {inWords('details.comeInFromOutsideThe', s)}
        </MenuItem>
      ))}
      {SIDES.map((s) => (
        <MenuItem key={`out${s}`} onSelect={() => runCommand(`go-out-${s}`)}>
          {inWords('details.goOutOverTheEdge', s)}
        </MenuItem>
      ))}
      {MORE.map(([id, words]) => (
        <MenuItem key={id} keys={keyOf(id)} onSelect={() => runCommand(id)}>
          {words}
        </MenuItem>
      ))}
    </Menu>
  )
}

/** The poses by their numbers, with the curves of the moves between them; a press goes to one. */
function Poses({ moves, span, lit }: { moves: readonly Move[]; span: Span; lit: number }) {
  const go = (n: number) => {
    setDesk({ moveEnd: 'end', speed: 0 })
    const first = Math.min(Math.max(span.from, Math.floor(moves[0]!.from)), span.to - 1)
    goTo(n === 0 ? first : Math.ceil(moves[n - 1]!.to))
  }
  return (
    <ol className="flex flex-wrap items-center gap-1" aria-label={inWords('details.poses')}>
      {Array.from({ length: moves.length + 1 }, (_, n) => (
        <li key={n} className="flex items-center gap-1">
          {n > 0 && (
            <span className="text-muted">
              <Curve easing={moves[n - 1]!.pose.easing} width={22} height={16} plays={false} />
            </span>
          )}
          <button
            type="button"
            aria-pressed={n === lit}
            aria-label={inWords('details.pose', n + 1)}
            data-pose={n}
            onClick={() => go(n)}
            className={
              `figures grid size-[24px] place-items-center rounded-t-full rounded-b border text-xs ` +
              `${n === lit ? 'border-accent-deep bg-accent text-white' : 'border-edge-strong bg-card'}`
            }
          >
            {n + 1}
          </button>
        </li>
      ))}
    </ol>
  )
}

/** Which pose edits change while it is on the move. */
function WhichEnd({ pose }: { pose: number }) {
  const moveEnd = useDesk((b) => b.moveEnd)
  return (
    <div
      className="flex items-center gap-1 rounded bg-accent-wash p-1.5"
      role="group"
      aria-label={inWords('details.whichPoseEditsChange')}
    >
      <span>{inWords('details.editsChange')}</span>
      {(['start', 'end'] as const).map((w) => (
        <Button key={w} className="!h-[24px]" pressed={moveEnd === w} onClick={() => setDesk({ moveEnd: w })}>
          {inWords('details.poseWhich', w === 'start' ? pose + 1 : pose + 2)}
        </Button>
      ))}
      <kbd className="ml-auto font-code text-xs text-muted">{keyOf('move-end')}</kbd>
    </div>
  )
}

function Act({ id, icon, children }: { id: string; icon: React.ReactNode; children: React.ReactNode }) {
  return (
    <Button className="justify-start !px-1.5" title={keyOf(id)} onClick={() => runCommand(id)} data-act={id}>
      {icon}
      {children}
    </Button>
  )
}
