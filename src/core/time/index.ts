export * from './rate'
export { scaleMarks } from './scale'
