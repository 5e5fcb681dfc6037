import { applyBut, differsFrom } from '../../kinds'
import type { Element, HouseStyle, Lesson } from '../../lesson/schema'

type Frame = Pick<Lesson, 'frame' | 'rate'>
/**
 * Brings an element, a draft, to another frame or into another lesson: what was as its house style says is as the one
 * there says for that.
 *
 * @param change  brings it there, whatever its style
 */
export function keepStyled(
  e: Element,
  from: { style: HouseStyle | null; frame: Frame },
  to: { style: HouseStyle | null; frame: Frame },
  change: () => void,
): void {
  const own = from.style ? differsFrom(e, from.style, from.frame) : []
  change()
  if (!e.styled) return
  if (!to.style) e.styled = null
  else if (from.style) applyBut(e, to.style, to.frame, own)
}
