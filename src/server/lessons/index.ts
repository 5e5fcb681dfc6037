export * from './store'
export * from './format'
export * from './history'
