export * from './paint'
export type { Drawable, Easel } from './easel'
export { pathStore, sheetPool, swapStore } from './stores'
