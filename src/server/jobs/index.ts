export * from './queue'
export { batchOf, change, isDatabaseAway, jobsIn, listJobs, overSince, readJob, type StoredJob } from './store'
