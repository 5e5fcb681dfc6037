export * from './paint'
export { drawPicture } from './shapes'
export type { Context, Drawable, Easel } from './easel'
export { pathStore, sheetPool, swapStore } from './stores'
