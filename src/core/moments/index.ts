export * from './catalogue'
export * from './snap'
export * from './fromTrace'
