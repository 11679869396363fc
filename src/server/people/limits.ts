import { RateLimiterMemory, RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import { pool } from '../database/client'
import { Problem } from '../problem'
import { processWide } from '../process-wide'

/** What is tried against a secret: how often within which time, for one address or account. */
const LIMITS = {
  /** Sign-in, second factor and new passwords, from one address. */
  'sign-in-from': { points: 30, duration: 300 },
  /** Passwords of one account, wherever they are tried from. */
  'sign-in-as': { points: 10, duration: 300 },
  /** Passwords of one link. */
  'link-password': { points: 10, duration: 300 },
  /** Tokens and links that are none, from one address. */
  'unknown-secret': { points: 60, duration: 300 },
  /** Letters that somebody has sent. */
  letters: { points: 30, duration: 3600 },
} as const
type Limit = keyof typeof LIMITS

/** So often somebody tells where they look; what comes oftener is told to nobody. Counted by each process for itself. */
const PRESENCE = new RateLimiterMemory({ points: 40, duration: 2 })

/** Whether it is not too often that somebody tells where they look. */
export const mayTellPresence = (key: string): Promise<boolean> =>
  PRESENCE.consume(key).then(
    () => true,
    () => false,
  )

const kept = processWide<Record<Limit, RateLimiterPostgres>>('limits')

function limiter(limit: Limit): RateLimiterPostgres {
  kept[limit] ??= new RateLimiterPostgres({
    storeClient: pool(),
    storeType: 'pool',
    tableName: 'rate_limit',
    tableCreated: true,
    keyPrefix: limit,
    ...LIMITS[limit],
  })
  return kept[limit]!
}

/** Counts one more try, for all processes. @throws Problem 429 where there were too many */
export async function countTry(limit: Limit, key: string): Promise<void> {
  try {
    await limiter(limit).consume(key.toLowerCase().slice(0, 200))
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error
    const seconds = Math.ceil(error.msBeforeNext / 1000)
    throw new Problem(429, 'too-often', `That was tried too often. Try again in ${inWords(seconds)}.`, { seconds })
  }
}

/** Forgets the tries of somebody who was let in. */
export const forgetTries = async (limit: Limit, key: string): Promise<void> => {
  await limiter(limit).delete(key.toLowerCase().slice(0, 200))
}

const inWords = (seconds: number): string => {
  const minutes = Math.ceil(seconds / 60)
  return seconds < 60 ? `${seconds} seconds` : minutes === 1 ? 'a minute' : `${minutes} minutes`
}
