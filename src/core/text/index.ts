export * from './face'
export * from './layout'
export * from './outline'
export type { FontMetrics } from './fontMetrics'
