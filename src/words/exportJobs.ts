import type { Arg } from './arg'

export const exportJobs = {
  done: 'Done',
  exporting: 'Exporting',
  noCaptionsWereMadeWith: 'No captions were made with this export.',
  theExport: 'The export',
  anExport: 'the export',
  theExportStoppedBeforeIts: 'The export stopped before its end. Try it again.',
  thereIsNoSuchExport: 'There is no such export.',
  thereIsNothingBetweenFrame: (from: Arg, to: Arg, n: Arg) =>
    `There is nothing between frame ${from} and frame ${to}: the lesson has ${n}. Choose another passage.`,
  thereIsNothingInThis: 'There is nothing in this lesson yet. Bring in a recording, or add what is to be seen.',
  thisExportIsNotFinished: 'This export is not finished yet.',
}
