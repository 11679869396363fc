import { rootOf } from '../log'

/** Codes of PostgreSQL (appendix A) and of Node that say that the database is away, starts, or ends. */
const AWAY = /^(ECONN|EPIPE|ETIMEDOUT|08|57P0[1-3]|53[1-4]00|25006)/
/** What it can't keep: text in no encoding, a number beyond its bounds. */
const UNFIT = /^(22021|22P05|22P02|22003|22P03|54000)$/

/** What a failure of the database, or of the store of bytes, means to whoever asked. */
export type DatabaseFailure = 'away' | 'full' | 'busy' | 'unfit' | null

export function failureOf(error: unknown): DatabaseFailure {
  const root = rootOf(error) as {
    code?: unknown
    message?: unknown
    name?: unknown
    $metadata?: { httpStatusCode?: number }
  }
  const code = String(root.code ?? '')
  if (code === '53100') return 'full'
  if (/^(55P03|57014|40001|40P01|25P03)$/.test(code)) return 'busy'
  if (AWAY.test(code)) return 'away'
  if (UNFIT.test(code)) return 'unfit'
  // A store of bytes that has a fault of its own, or does not answer.
  if ((root.$metadata?.httpStatusCode ?? 0) >= 500 || root.name === 'TimeoutError') return 'away'
  // The pool's own words have no code.
  if (
    /connection terminated|not queryable|timeout exceeded when trying to connect|cannot use a pool/i.test(
      String(root.message),
    )
  )
    return 'away'
  return null
}
