import { Client } from 'pg'
import { faultOf, log } from '../log'
import { databaseUrl } from './client'

/** Listening takes a connection of its own to the database itself, past a pool before it (`CALQUE_DATABASE_LISTEN_URL`). */
const listeningUrl = (): string => process.env.CALQUE_DATABASE_LISTEN_URL || databaseUrl()

const FIRST_WAIT_MS = 100
const LONGEST_WAIT_MS = 5000
/** A connection that died without a word is found by asking. */
const ASK_EVERY_MS = 15_000
const ANSWER_WITHIN_MS = 5000

/**
 * Listens on a channel of the database for as long as the process lives. A connection that is lost is made again, after
 * pauses that grow.
 * @param hear is given what is told
 * @param again is called whenever listening begins: what was told before that was not heard
 */
export function listenOn(channel: string, hear: (payload: string) => void, again: () => void): void {
  let wait = FIRST_WAIT_MS
  const begin = async () => {
    const client = new Client({
      connectionString: listeningUrl(),
      connectionTimeoutMillis: ANSWER_WITHIN_MS,
      keepAlive: true,
    })
    let ended = false
    let asking: ReturnType<typeof setInterval> | undefined
    const anew = (error: unknown) => {
      if (ended) return
      ended = true
      clearInterval(asking)
      client.end().catch(() => undefined)
      log.info(faultOf(error), `listening on ${channel} again in ${wait} ms`)
      setTimeout(begin, wait)
      wait = Math.min(LONGEST_WAIT_MS, wait * 2)
    }
    client.on('error', anew)
    client.on('end', () => anew(new Error('the connection ended')))
    client.on('notification', ({ payload }) => hear(payload ?? ''))
    try {
      await client.connect()
      await client.query(`listen ${channel}`)
      wait = FIRST_WAIT_MS
      asking = setInterval(() => {
        const late = setTimeout(anew, ANSWER_WITHIN_MS, new Error('the database does not answer'))
        client.query('select 1').then(() => clearTimeout(late), anew)
      }, ASK_EVERY_MS)
      asking.unref()
      again()
    } catch (error) {
      anew(error)
    }
  }
  void begin()
}
