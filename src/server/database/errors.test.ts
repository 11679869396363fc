import { DrizzleQueryError } from 'drizzle-orm'
import { describe, expect, it } from 'vitest'
import { failureOf } from './errors'

const coded = (code: string) => Object.assign(new Error('x'), { code })

describe('a failure of the database', () => {
  it.each([
    [coded('ECONNREFUSED'), 'away'],
    [coded('57P01'), 'away'],
    [coded('57P03'), 'away'],
    [coded('08006'), 'away'],
    [coded('53300'), 'away'],
    [new Error('Connection terminated unexpectedly'), 'away'],
    [new Error('Client has encountered a connection error and is not queryable'), 'away'],
    [new Error('timeout exceeded when trying to connect'), 'away'],
    [coded('53100'), 'full'],
    [coded('55P03'), 'busy'],
    [coded('40P01'), 'busy'],
    [coded('22021'), 'unfit'],
    [coded('22P05'), 'unfit'],
    [coded('23505'), null],
    [new TypeError('x is not a function'), null],
  ])('%s is told as %s, also where it comes wrapped in its query', (error, failure) => {
    expect(failureOf(error)).toBe(failure)
    expect(failureOf(new DrizzleQueryError('select 1', [], error))).toBe(failure)
  })
})
