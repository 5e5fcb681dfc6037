/** The moment at which a drawn pointer has come to rest at a pose. */
export const stopId = (element: string, pose: string): string => `${element}:stop:${pose}`
/** Whether a moment is a stop or a press of that very element, which cannot hang on it. */
export const bornOf = (moment: string, element: string): boolean =>
  moment.startsWith(element) &&
  (moment.startsWith(':stop:', element.length) || moment.startsWith(':press:', element.length))
/** A drawn pointer presses so many frames after it has come to rest. */
export const PRESS_AFTER = 4
/** The moment at which a drawn pointer presses at a pose. */
export const pressId = (element: string, pose: string): string => `${element}:press:${pose}`
