export * from './resolve'
export * from './tie'
