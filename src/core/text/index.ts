export * from './face'
export * from './layout'
