export * from './resolve'
export * from './tie'
export * from './sentence'
