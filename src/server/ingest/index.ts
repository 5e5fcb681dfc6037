export * from './library'
export * from './upload'
export { importKind } from './importJob'
export { processFile, hashOf } from './process'
