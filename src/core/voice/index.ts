export * from './phrases'
export * from './captions'
export { firstVoice, scriptOf, voiceIn } from './scripts'
