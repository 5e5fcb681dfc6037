export * from './geometry'
export * from './displayList'
export * from './evaluate'
export * from './lanes'
