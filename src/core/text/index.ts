export * from './face'
export * from './layout'
export type { FontMetrics } from './fontMetrics'
