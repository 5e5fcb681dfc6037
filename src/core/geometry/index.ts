export * from './geometry'
export * from './path'
export * from './warp'
export * from './absolute'
