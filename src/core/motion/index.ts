export * from './passing'
export * from './properties'
export * from './moves'
export * from './warnings'
