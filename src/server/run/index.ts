export { ENDED_FROM_OUTSIDE, ended, ownCommand, spawnBound } from './children'
export { MOST_MS, mustRun, run, STOPPED, type Ran } from './run'
