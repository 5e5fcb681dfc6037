export * from './phrases'
export * from './captions'
export { scriptOf, voiceIn } from './scripts'
