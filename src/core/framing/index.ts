export * from './zoom'
export { CALM, followStands, viewer, type FollowChoice, type FollowInput, type Stand } from './follow'
export { followInput, followInputAt } from './followTrace'
