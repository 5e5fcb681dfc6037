export * from './edit'
export * from './elements'
export * from './clips'
export * from './lesson'
