export * from './geometry'
export * from './displayList'
export * from './evaluate'
