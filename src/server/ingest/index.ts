export * from './queue'
export * from './library'
export * from './upload'
export { processFile, hashOf } from './process'
