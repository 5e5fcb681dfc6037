/** Where something stands that is not seen. */
export const NOWHERE = { space: 'fixed', x: 0, y: 0, width: 0, height: 0 } as const
