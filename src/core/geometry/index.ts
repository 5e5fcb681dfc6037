export * from './geometry'
export * from './path'
