export * from './upload'
export { importKind } from './importJob'
