import { type JobRequest, runJob } from './read-job'

/**
 * A reader: does one job at a time for the process that started it, and may be ended by it at any moment.
 * It answers `null`, or the message of a failure of our own.
 */
process.on('message', (request: JobRequest) => {
  runJob(request).then(
    () => process.send?.(null),
    (error: Error) => process.send?.(error.message),
  )
})
// Without its parent it has nothing to do.
process.on('disconnect', () => process.exit(0))
process.send?.('ready')
