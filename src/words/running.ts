import type { Arg } from './arg'

export const running = {
  databaseUrlIsNotSet: 'DATABASE_URL is not set. Start the app with ./vane start.',
  endedWith: (program: Arg, code: Arg, n: Arg) => `${program} ended with ${code}: ${n}`,
  gb: (n: Arg) => `${n} GB`,
  mb: (n: Arg) => `${n} MB`,
  needsAboutAndOnlyOf: (what: Arg, amount: Arg, free: Arg) =>
    `${what} needs about ${amount}, and only ${free} of the disk can be used. Make room on the disk, then try again. Nothing was changed.`,
  theDataFolderCannotBe:
    'The data folder cannot be written to: it is read-only, or belongs to another user. Make it writable, then try again.',
  theDataFolderIsIn: (data: Arg, port: Arg, pid: Arg) =>
    `The data folder ${data} is in use by the Vivid Vane at http://127.0.0.1:${port} (process ${pid}). End that one first, or choose another folder: VANE_DATA=FOLDER ./vane start`,
  theDataFolderIsStill: (data: Arg, file: Arg) =>
    `The data folder ${data} is still held by something that an earlier run left behind. Look for it with “fuser ${file}”, end it, and start again.`,
  theDiskIsNearlyFull:
    'The disk is nearly full, so this was stopped and its pieces were removed. Make room on the disk, then try again.',
  waitingForWhatIsLeft: 'Waiting for what is left of the last run to end',
  wasEndedFromOutside: (what: Arg) => `${what} was ended from outside`,
}
