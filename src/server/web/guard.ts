/** What of a request decides whether it is let in. */
export interface Asked {
  readonly method: string
  /** Path and query, as they came. */
  readonly url: string
  /** By their names in small letters. */
  readonly headers: Readonly<Record<string, string | string[] | undefined>>
}

/** Why a request is not let in: a problem as in RFC 9457, `detail` one sentence. */
export interface Refusal {
  readonly status: number
  readonly type: string
  readonly detail: string
}

/** Names of this machine itself: what they lead to can't be moved by whoever owns a domain. */
const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]']

/** Requests that change nothing (RFC 9110, 9.2.1). */
export const SAFE: ReadonlySet<string> = new Set(['GET', 'HEAD', 'OPTIONS'])

/** What forms can send to other sites without asking them first (Fetch, "CORS-safelisted request-header"), and text. */
const FORM_TYPES = /^(text\/|multipart\/|application\/x-www-form-urlencoded)/

const TYPE = /^[\w!#$&^.+-]+\/[\w!#$&^.+-]+$/

/**
 * Decides who is let in. A page of another site may send requests to us from the browser of somebody who uses Calque, and
 * may, by a name that it moves to our address, even read the answers: so we answer only to our own names, and only to our
 * own pages or to programs that are no browsers.
 * @param hosts names beside those of this machine under which we are reached, with or without a port
 * @returns why not, or null
 */
export function refusalOf({ method, url, headers }: Asked, hosts: readonly string[] = []): Refusal | null {
  const host = one(headers.host)?.toLowerCase()
  if (!host || !isOurs(host, hosts))
    return {
      status: 421,
      type: 'unknown-host',
      detail:
        'This Calque does not go by the name under which it was asked. Whoever runs it can allow the name with the setting CALQUE_HOSTS.',
    }
  if (!isWellFormed(url)) return { status: 400, type: 'bad-address', detail: 'The address is not well formed.' }
  if (comesFromElsewhere(method, url, host, headers))
    return { status: 403, type: 'foreign-origin', detail: 'Pages of other sites can’t use Calque. Open Calque itself.' }
  return SAFE.has(method) ? null : refusedType(url, headers)
}

function isOurs(host: string, hosts: readonly string[]): boolean {
  const name = host.replace(/:\d+$/, '')
  return LOOPBACK.includes(name) || hosts.some((ours) => ours.toLowerCase() === host || ours.toLowerCase() === name)
}

function comesFromElsewhere(method: string, url: string, host: string, headers: Asked['headers']): boolean {
  const origin = one(headers.origin)
  if (origin !== undefined && hostOf(origin) !== host) return true
  const site = one(headers['sec-fetch-site'])
  if (site === undefined || site === 'same-origin' || site === 'none') return false
  // Somebody may follow a link to us; a page or a file that is only opened does nothing.
  const followed = one(headers['sec-fetch-mode']) === 'navigate' && SAFE.has(method)
  return !followed && (!SAFE.has(method) || pathOf(url).startsWith('/api/'))
}

/** Addresses that take a file as it is: bytes without a type are one. A browser would have said where it comes from. */
const TAKES_FILES = /^\/api\/projects\/[\w-]+\/sources$/

function refusedType(url: string, headers: Asked['headers']): Refusal | null {
  const given = one(headers['content-type'])
  const [type] = given === undefined ? [] : given.split(';').map((part) => part.trim().toLowerCase())
  const empty = headers['transfer-encoding'] === undefined && Number(headers['content-length'] ?? 0) === 0
  if (type === undefined && (empty || TAKES_FILES.test(pathOf(url)))) return null
  if (type !== undefined && TYPE.test(type) && !FORM_TYPES.test(type)) return null
  return {
    status: 415,
    type: 'wrong-type',
    detail: 'Send fields as application/json, and files as application/octet-stream or as what they are.',
  }
}

function isWellFormed(url: string): boolean {
  try {
    decodeURIComponent(pathOf(url))
    return url.startsWith('/')
  } catch {
    return false
  }
}

const pathOf = (url: string): string => url.split('?')[0]!

/** Host and port of an origin; null for `null` and what is none. */
function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host
  } catch {
    return null
  }
}

const one = (value: string | string[] | undefined): string | undefined => (Array.isArray(value) ? value[0] : value)
