import type { IncomingHttpHeaders } from 'node:http'
import { isLoopback } from '../../../scripts/lib/loopback.mjs'

/** Whether a program on this machine asks: through a proxy, which says so, somebody else may. */
export const isFromHere = (headers: IncomingHttpHeaders, remote: string | undefined): boolean =>
  isLoopback(remote ?? '') && !['forwarded', 'x-forwarded-for', 'x-real-ip', 'via'].some((name) => headers[name])

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
