import type { Arg } from './arg'

export const timing = {
  aMomentThatIsGone: 'a moment that is gone',
  aPoseOfThatIs: (name: Arg) => `a pose of ${name} that is gone`,
  anElementThatIsGone: 'an element that is gone',
  after: (frames: Arg, target: Arg) => `${frames} after ${target}`,
  at: (timecode: Arg) => `at ${timecode}`,
  before: (frames: Arg, target: Arg) => `${frames} before ${target}`,
  long: (amount: Arg) => `${amount} long`,
  on: (target: Arg) => `on ${target}`,
  poseOf: (n: Arg, name: Arg) => `pose ${n} of ${name}`,
  presses: (name: Arg, n: Arg) => `${name} presses ${n}`,
  stops: (name: Arg, n: Arg) => `${name} stops ${n}`,
  theDepartureOf: (name: Arg) => `the departure of ${name}`,
  theLandingOf: (name: Arg) => `the landing of ${name}`,
  theOf: (edge: Arg, name: Arg) => `the ${edge} of ${name}`,
  theTiesOfLeadRound: (names: Arg) => `The ties of ${names} lead round in a circle. Loosen one of their ends.`,
  wouldRideOnEachOther: (names: Arg) => `${names} would ride on each other in a circle. Take one of them off.`,
}
