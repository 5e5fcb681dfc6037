export * from './phrases'
export * from './captions'
