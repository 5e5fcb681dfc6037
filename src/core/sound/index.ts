export * from './plan'
