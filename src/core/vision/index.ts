export { PointerFinder, type Altered, type FoundPointer } from './finder'
export { traceOf, type FrameSight } from './sights'
export { RegionTracker, type RegionAt } from './region'
