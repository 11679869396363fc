import type { IncomingHttpHeaders } from 'node:http'

/** Whether an address is one of this machine itself (RFC 1122, 3.2.1.3; RFC 4291, 2.5.3). */
export const isLoopback = (address: string): boolean => /^(127\.|::1$|\[::1\]$|::ffff:127\.|localhost$)/.test(address)

/**
 * Whether a program on this machine asks, or on one of some others: through a proxy, which says so, somebody else may.
 * @param others addresses of machines that are trusted as this one is
 */
export const isFromHere = (headers: IncomingHttpHeaders, remote = '', others: readonly string[] = []): boolean =>
  (isLoopback(remote) || others.includes(remote.replace(/^::ffff:/, ''))) &&
  !['forwarded', 'x-forwarded-for', 'x-real-ip', 'via'].some((name) => headers[name])

/**
 * Who asks.
 * @param isBehindProxy whether the last address that was forwarded is a proxy's of ours to say; else nobody is believed
 */
export function clientAddress(
  headers: IncomingHttpHeaders,
  remote: string | undefined,
  isBehindProxy: boolean,
): string {
  const forwarded = isBehindProxy ? String(headers['x-forwarded-for'] ?? '') : ''
  return forwarded.split(',').at(-1)?.trim() || remote || 'unknown'
}
