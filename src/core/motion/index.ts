export * from './easing'
export * from './passing'
