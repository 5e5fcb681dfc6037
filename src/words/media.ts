import type { Arg } from './arg'

export const media = {
  itIsOfAForm: 'it is of a form that Vivid Vane does not know',
  itNeedsMoreMemoryThan: 'it needs more memory than there is',
  itTookLongerThanMinutes: (limit: Arg) => `it took longer than ${limit} minutes`,
  itsDataIsDamaged: 'its data is damaged',
  theDiskIsFull: 'the disk is full',
  thisFileIsNotIn: 'This file is not in the library any more. Bring it in again.',
}
