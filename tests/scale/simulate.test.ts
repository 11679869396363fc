import { expect, it } from 'vitest'
import { simulate } from './simulate'

const job = { pages: 1, readerSeconds: 0.9, databaseSeconds: 0.1 }

it('one reader reads as fast as its jobs take, and others add to it until the database has no more', () => {
  expect(simulate([job], { readers: 1, processors: 1 })).toBeCloseTo(1)
  expect(simulate([job], { readers: 4, processors: 1 })).toBeGreaterThan(3.5)
  // A tenth of a second of the database for each: never more than ten a second.
  expect(simulate([job], { readers: 100, processors: 1, rounds: 2000 })).toBeLessThanOrEqual(10.001)
  expect(simulate([job], { readers: 16, processors: 4, rounds: 400 })).toBeGreaterThan(15)
  // Long and short ones together: nobody waits for a processor that is free.
  const mixed = [
    job,
    { pages: 1, readerSeconds: 0.1, databaseSeconds: 0.01 },
    { pages: 1, readerSeconds: 5, databaseSeconds: 0.05 },
  ]
  const alone = simulate(mixed, { readers: 1, processors: 4 })
  expect(simulate(mixed, { readers: 16, processors: 4, rounds: 400 })).toBeGreaterThan(15 * alone)
})
