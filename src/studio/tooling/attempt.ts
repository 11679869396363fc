/** What some work gives, or the error that it ended in: typed values are read while they are typed. */
export function attempt<T>(work: () => T): T | Error {
  try {
    return work()
  } catch (error) {
    return error as Error
  }
}
