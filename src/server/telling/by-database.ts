import { pool } from '../database/client'
import { listenOn } from '../database/listen'
import type { Telling } from './telling'

const CHANNEL = 'calque_project'

/** By LISTEN and NOTIFY of PostgreSQL: the default. Not within a transaction that writes, see `onceKept`. */
export const byDatabase: Telling = {
  tell: async (message) => {
    await pool().query('select pg_notify($1, $2)', [CHANNEL, message])
  },
  hear: (hear, again) => listenOn(CHANNEL, hear, again),
}
