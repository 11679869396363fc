import { Redis } from 'ioredis'
import { faultOf, log } from '../log'
import { processWide } from '../process-wide'
import type { Telling } from './telling'

const CHANNEL = 'calque_project'
const LONGEST_WAIT_MS = 5000
/** A message that is not told by then is of no use. */
const TELL_WITHIN_MS = 2000

const kept = processWide<{ sender: Redis }>('redis')

const connected = (url: string): Redis => {
  const redis = new Redis(url, {
    retryStrategy: (times) => Math.min(LONGEST_WAIT_MS, 100 * 2 ** Math.min(times, 10)),
    maxRetriesPerRequest: 1,
    commandTimeout: TELL_WITHIN_MS,
  })
  redis.on('error', (error) => log.info(faultOf(error), 'Redis is away'))
  return redis
}

/**
 * By a server that speaks Redis, for so many windows that the database should not carry it. One that is away keeps nobody
 * from working: changes are found by looking, and everything is looked at again once it is back.
 * @param url `redis://…` or, with TLS, `rediss://…`
 */
export const byRedis = (url: string): Telling => ({
  tell: async (message) => {
    kept.sender ??= connected(url)
    await kept.sender.publish(CHANNEL, message).catch((error: unknown) => log.warn(faultOf(error), 'nobody was told'))
  },
  hear: (hear, again) => {
    const redis = connected(url)
    redis.on('message', (_, message) => hear(message))
    redis.on('ready', () => {
      redis.subscribe(CHANNEL).then(again, (error: unknown) => log.warn(faultOf(error), 'hearing'))
    })
  },
})
