export * from './store'
export * from './history'
export * from './poster'
