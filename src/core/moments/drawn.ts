/** The moment at which a drawn pointer has come to rest at a pose. */
export const stopId = (element: string, pose: string): string => `${element}:stop:${pose}`
/** Whether a moment is a stop or a press of that very element, which cannot hang on it. */
export const bornOf = (moment: string, element: string): boolean =>
  moment.startsWith(element) &&
  ([':stop:', ':press:'].some((own) => moment.startsWith(own, element.length)) || moment === touchId(element))
/** A drawn pointer presses so many frames after it has come to rest. */
export const PRESS_AFTER = 4
/** The moment at which a drawn pointer presses at a pose. */
export const pressId = (element: string, pose: string): string => `${element}:press:${pose}`
/** Of its time a touch takes so much to come down, and so much to go up again. */
export const TOUCHES = { down: 0.16, up: 0.2 }
/** The moment in which a drawn finger touches the screen, from when it is down until it goes up. */
export const touchId = (element: string): string => `${element}:touch`
/** Whether a moment is that of a drawn finger. */
export const isTouch = (moment: string): boolean => moment.endsWith(':touch')
/** When a finger is down: in frames, of a touch that is there for the frames [from, to). */
export function touchIn(from: number, to: number): { frame: number; untilFrame: number } {
  const long = Math.max(0, to - 1 - from)
  return { frame: Math.round(from + TOUCHES.down * long), untilFrame: Math.round(from + (1 - TOUCHES.up) * long) }
}
