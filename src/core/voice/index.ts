export * from './phrases'
export * from './captions'
export { inLanguage, scriptOf, voiceIn } from './inLanguage'
