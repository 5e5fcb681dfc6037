export * from './mixer'
export * from './plan'
