export * from './paint'
export type { Context, Drawable, Easel } from './easel'
export { pathStore, sheetPool, swapStore } from './stores'
