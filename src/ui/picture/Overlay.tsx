import type { MouseEvent } from 'react'
import { hasWords, isClip, isView, placedIn, isLine } from '@/core/kinds'
import { apply, inverse, isFlat, type Point } from '@/core/geometry'
import { hitAt, spaceOf } from '@/core/scene'
import { poseFor, useStance } from '../state/inPose'
import { goInside } from '../state/inside'
import { desk, isFramed, select, selectAlone, useDesk, useShown } from '../state/desk'
import { showCommands } from '../commands/RightPress'
import { awaitsPress, isLineDrawn, typeText } from './adding'
import { Aids } from './Aids'
import { graspAt } from './grasp'
import { Handles } from './Handles'
import { DrawingMark, Prompt, SnapMarks } from './Marks'
import { AroundView, Outline, Unseen, useOutlined, type Outlined } from './Outlines'
import { PointerMark } from './PointerMark'
import { useHands, type Hands } from './useHands'
import { Ways } from './Ways'

/** Of more elements than these the ways of their poses are not drawn. */
const MOST_WAYS = 4

/**
 * Lies over the picture, in the lesson's own pixels: selects, moves, sizes, turns, and takes the spot for a new
 * element.
 */
export function Overlay({ scale }: { scale: number }) {
  const timed = useShown()
  const hands = useHands(scale)
  const speed = useDesk((b) => b.speed)
  const doing = useDesk((b) => b.doing)
  const stance = useStance()
  const { outlines, unseen } = useOutlined()
  const { width, height } = timed.lesson.frame
  const px = 1 / scale
  const { svg, pointOf, begin, drawing } = hands
  const alone = outlines.length === 1 && outlines[0]!.here && !outlines[0]!.own.locked ? outlines[0]! : null
  const goInto = (e: MouseEvent) => {
    const hit = hitAt(timed, desk().playhead, pointOf(e), isFramed())
    if (hit && placedIn(hit)) goInside(hit.id)
    if (hit?.group) selectAlone([hit.id])
    if (hit && hasWords(hit)) typeText()
  }
  const about = (e: MouseEvent) => {
    const hit = graspAt(timed, pointOf(e), false)
    if (!hit) select([])
    else if (!desk().elements.includes(hit.id)) select([hit.id])
    showCommands(e, hit ? (isClip(hit) ? 'clip' : 'element') : 'picture')
  }
  return (
    <>
      <svg
        ref={svg}
        viewBox={`0 0 ${width} ${height}`}
        className={
          'absolute inset-0 size-full overflow-visible select-none ' + (awaitsPress(doing) ? 'cursor-crosshair' : '')
        }
        data-testid="overlay"
        style={{ touchAction: 'none' }}
        onDragStart={(e) => e.preventDefault()}
        onDoubleClick={goInto}
        onContextMenu={about}
        onPointerDown={hands.down}
        {...hands.hand}
      >
        <Aids px={px} begin={begin} />
        {alone && isView(alone.x) && <AroundView of={alone} />}
        {unseen.map((u) => (
          <Unseen key={u.id} matrix={u.matrix} box={u.box} px={px} />
        ))}
        {outlines.map((o) => (alone && isLine(o.x) ? null : <Outline key={o.own.id} of={o} px={px} />))}
        {outlines.length <= MOST_WAYS &&
          outlines.map(({ own }) => (
            <Ways
              key={own.id}
              element={own}
              px={px}
              lit={poseFor(own, stance, timed)}
              begin={begin}
              alone={outlines.length === 1}
              onTap={hands.onTap}
            />
          ))}
        {alone && <Grips of={alone} px={px} hands={hands} />}
        {doing.do === 'correct' && !speed && <PointerMark px={px} pointOf={pointOf} />}
        <SnapMarks snapped={hands.snapped} px={px} width={width} height={height} />
        <DrawingMark drawing={drawing} px={px} line={isLineDrawn(doing)} />
      </svg>
      <Prompt single={alone !== null} />
    </>
  )
}

/** The handles of the one element that is selected. */
function Grips({ of, px, hands }: { of: Outlined; px: number; hands: Hands }) {
  const timed = useShown()
  const toSpace = (p: Point) => {
    const m = isView(of.x) ? null : spaceOf(timed, of.own, desk().playhead, isFramed())
    return m && !isFlat(m) ? apply(inverse(m), p) : p
  }
  return (
    <Handles
      element={of.x}
      matrix={of.matrix}
      box={of.box}
      px={px}
      begin={hands.begin}
      toSpace={toSpace}
      snap={(p, free) => hands.snap(p, of.own.id, free)}
    />
  )
}
