/** The moment at which a drawn pointer has come to rest at a pose. */
export const stopId = (element: string, pose: string): string => `${element}:stop:${pose}`
/** The moment at which a drawn pointer presses at a pose. */
export const pressId = (element: string, pose: string): string => `${element}:press:${pose}`
