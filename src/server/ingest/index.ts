export { takeMade } from './takeMade'
export * from './upload'
export { importKind } from './importJob'
export { processFile, hashOf } from './process'
