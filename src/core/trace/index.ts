export * from './events'
export { mended, pathOf, pointerAt, smoothed, type PointerPath } from './path'
export { thingAt, thingsOf, type ThingPlace } from './things'
