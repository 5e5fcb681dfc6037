import { canRepoint, kindOf } from '@/core/kinds'
import { ArrowBigRightDash, ChevronDown, Hourglass, Route, Target, Trash2, Undo2 } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { putMoveEdge, removePoses, setCurve, setMoveEasing, setPress } from '@/core/edits'
import type { Element } from '@/core/lesson/schema'
import { isUnfilled, moveWarnings, motionOf, paceOf, poseAt, type Move } from '@/core/motion'
import { framesPerSecond } from '@/core/time'
import { momentName } from '@/core/timing'
import { actHere } from '../bench/inPose'
import { bench, edit, goTo, setBench, useBench, useShown } from '../bench/store'
import { keyOf, runCommand } from '../commands/commands'
import { Button, IconButton } from '../kit/button'
import { Curve } from '../kit/curve'
import { Tick } from '../fields/fields'
import { NumberField } from '../fields/numberField'
import { EasingEditor } from './EasingEditor'
import { MoveEdgeEditor } from './MoveEdgeEditor'
import { Section } from './Section'

const ITEM =
  'flex cursor-pointer items-center justify-between gap-6 ' +
  'rounded px-2 py-1 outline-none data-[highlighted]:bg-accent-wash'
/** The poses of an element and the moves between them: which one is in force, and the acts that make new ones. */
export function PoseSection({ element: e }: { element: Element }) {
  const timed = useShown()
  const playhead = useBench((b) => b.playhead)
  const moveEnd = useBench((b) => b.moveEnd)
  const keys = useBench((b) => b.keys)
  const wholePath = useBench((b) => b.wholePath)
  useBench((b) => b.moment)
  const hit = actHere().caught
  const hangs = hit && timed.moments.get(hit.moment.id)
  const { moves } = motionOf(timed, e)
  const { pose, moving } = poseAt(timed, e, playhead)
  const lit = moving && moveEnd === 'end' ? pose + 1 : pose
  const shownMove = moves[lit - 1] ?? null
  const span = timed.spans.get(e.id)!
  return (
    <Section
      title="Poses and moves"
      folds="open"
      right={
        moves.length > 0 ? (
          <span className="text-xs font-normal text-muted" data-testid="pose-in-force">
            {moving ? `on the move ${pose + 1} → ${pose + 2}` : `pose ${lit + 1} of ${moves.length + 1}`}
          </span>
        ) : undefined
      }
    >
      <div className="grid grid-cols-2 gap-1">
        <Act id="move-here" icon={<ArrowBigRightDash size={14} />}>
          Move from now
        </Act>
        <Act id="arrive-here" icon={<Target size={14} />}>
          Arrive by now
        </Act>
        <Act id="hold-here" icon={<Hourglass size={14} />}>
          Hold until here
        </Act>
        <Act id="return" icon={<Undo2 size={14} />}>
          Return
        </Act>
      </div>
      <div className="flex gap-1">
        {canRepoint(e) && (
          <Act id="repoint" icon={<Route size={14} />}>
            Next thing…
          </Act>
        )}
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <Button className="flex-1 justify-center">
              In, out, more
              <ChevronDown size={13} />
            </Button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content align="end" className="z-50 rounded border border-edge-strong bg-sheet p-1 shadow-xl">
              {(['left', 'right', 'top', 'bottom'] as const).map((s) => (
                <DropdownMenu.Item key={`in${s}`} className={ITEM} onSelect={() => runCommand(`come-in-${s}`)}>
                  Come in from outside the {s} edge
                </DropdownMenu.Item>
              ))}
              {(['left', 'right', 'top', 'bottom'] as const).map((s) => (
                <DropdownMenu.Item key={`out${s}`} className={ITEM} onSelect={() => runCommand(`go-out-${s}`)}>
                  Go out over the {s} edge
                </DropdownMenu.Item>
              ))}
              {[
                ['even-speed', 'Even speed along the path'],
                ['reverse-keys', 'Reverse'],
                ['copy-keys', 'Copy the poses'],
                ['paste-keys', 'Paste poses here'],
                ['put-here', 'Put it here in time, moves and all'],
                ['remove-motion', 'Take all keyframes off'],
              ].map(([id, words]) => (
                <DropdownMenu.Item key={id} className={ITEM} onSelect={() => runCommand(id!)}>
                  {words}
                  <kbd className="font-code text-xs text-muted">{keyOf(id!)}</kbd>
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
      {hit && hangs && (
        <p className="text-xs text-muted" data-testid="hangs-on">
          A move made here hangs on {momentName(hangs.kind, hangs.label, hit.edge)}.
        </p>
      )}
      {moves.length > 0 && (
        <ol className="flex flex-wrap items-center gap-1" aria-label="Poses">
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
                aria-label={`Pose ${n + 1}`}
                data-pose={n}
                onClick={() => {
                  setBench({ moveEnd: 'end', speed: 0 })
                  goTo(
                    n === 0
                      ? Math.min(Math.max(span.from, Math.floor(moves[0]!.from)), span.to - 1)
                      : Math.ceil(moves[n - 1]!.to),
                  )
                }}
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
      )}
      {moving && (
        <div
          className="flex items-center gap-1 rounded bg-accent-wash p-1.5"
          role="group"
          aria-label="Which pose edits change"
        >
          <span>Edits change</span>
          {(['start', 'end'] as const).map((w) => (
            <Button key={w} className="!h-[24px]" pressed={moveEnd === w} onClick={() => setBench({ moveEnd: w })}>
              pose {w === 'start' ? pose + 1 : pose + 2}
            </Button>
          ))}
          <kbd className="ml-auto font-code text-xs text-muted">{keyOf('move-end')}</kbd>
        </div>
      )}
      {moves.length > 0 && (
        <Tick label="Dragging moves the whole path" value={wholePath} onChange={(v) => setBench({ wholePath: v })} />
      )}
      {shownMove &&
        (() => {
          const pace = paceOf(timed, e, shownMove)
          const own = { element: e.id, pose: shownMove.pose.id }
          const chosen = keys.length > 1 && keys.some((k) => k.pose === own.pose) ? keys : [own]
          const warnings = moveWarnings(timed, e, shownMove)
          return (
            <div className="space-y-1.5" data-testid="move">
              <div className="flex items-center justify-between">
                <strong>The move to pose {lit + 1}</strong>
                <IconButton
                  label={`Take pose ${lit + 1} away`}
                  onClick={() =>
                    edit(`Take a pose of “${e.name}” away`, removePoses([{ element: e.id, pose: shownMove.pose.id }]))
                  }
                >
                  <Trash2 size={13} />
                </IconButton>
              </div>
              <MoveEdgeEditor element={e} move={shownMove} side="start" />
              <MoveEdgeEditor element={e} move={shownMove} side="end" />
              <EasingEditor
                label={chosen.length > 1 ? `Easing of ${chosen.length} moves` : 'Easing'}
                value={shownMove.pose.easing}
                onChange={(v) =>
                  edit(
                    chosen.length > 1 ? `Easing of ${chosen.length} moves` : `Easing of a move of “${e.name}”`,
                    setMoveEasing(chosen, v),
                  )
                }
              />
              {moves.length > 1 && (
                <Button
                  onClick={() =>
                    edit(
                      `Easing of “${e.name}”`,
                      setMoveEasing(
                        moves.map((m) => ({ element: e.id, pose: m.pose.id })),
                        shownMove.pose.easing,
                      ),
                    )
                  }
                >
                  Give this easing to all its moves
                </Button>
              )}
              {shownMove.pose.curve && (
                <Button
                  onClick={() => edit(`Straighten a way of “${e.name}”`, setCurve(e.id, shownMove.pose.id, null))}
                >
                  Straighten its way
                </Button>
              )}
              <p className="figures text-xs text-muted" data-testid="pace">
                {Math.round(pace.frames * 10) / 10} frames ·{' '}
                {(pace.frames / framesPerSecond(timed.lesson.rate)).toFixed(2)} s
                {pace.px >= 1 ? ` · ${Math.round(pace.px)} px` : ''}
              </p>
              {pace.px >= 1 && (
                <NumberField
                  label="Speed"
                  unit="px/s"
                  min={1}
                  max={100_000}
                  value={Math.round(pace.pxPerSecond)}
                  onChange={(v) => setPace(e, shownMove, pace.px, v)}
                />
              )}
              {kindOf(e).leads && (
                <Tick
                  label="It presses here"
                  value={shownMove.pose.press === true}
                  onChange={(v) =>
                    edit(v ? `“${e.name}” presses` : `“${e.name}” does not press`, setPress(e.id, shownMove.pose.id, v))
                  }
                />
              )}
              {isUnfilled(timed, e, shownMove) && (
                <p className="text-muted">Laid out in time; both poses are alike so far.</p>
              )}
              {warnings.map((w) => (
                <p key={w} className="text-warn">
                  {w}
                </p>
              ))}
            </div>
          )
        })()}
    </Section>
  )
}

/** Gives a move so many pixels a second: it lands earlier or later for it. */
function setPace(e: Element, move: Move, px: number, pxPerSecond: number): void {
  const { timed } = bench()
  const frames = Math.max(1, Math.round((px / pxPerSecond) * framesPerSecond(timed.lesson.rate)))
  edit(`Speed of a move of “${e.name}”`, putMoveEdge(e.id, move.pose.id, 'end', Math.round(move.from) + frames, null))
}

function Act({ id, icon, children }: { id: string; icon: React.ReactNode; children: React.ReactNode }) {
  return (
    <Button className="justify-start !px-1.5" title={keyOf(id)} onClick={() => runCommand(id)} data-act={id}>
      {icon}
      {children}
    </Button>
  )
}
