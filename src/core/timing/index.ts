export * from './resolve'
export * from './tie'
export * from './moves'
export * from './sentence'
