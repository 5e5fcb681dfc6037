import type { Arg } from './arg'

export const snap = {
  bottomOf: (name: Arg) => `bottom of ${name}`,
  leftOf: (name: Arg) => `left of ${name}`,
  middleOf: (name: Arg) => `middle of ${name}`,
  pose: (n: Arg) => `pose ${n}`,
  rightOf: (name: Arg) => `right of ${name}`,
  theFrame: 'the frame',
  theSafeArea: (name: Arg) => `the ${name} safe area`,
  topOf: (name: Arg) => `top of ${name}`,
}
