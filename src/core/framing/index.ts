export * from './zoom'
