export * from './mixer'
export * from './plan'
export { retimed } from './retime'
