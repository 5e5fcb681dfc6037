export type * from './displayList'
