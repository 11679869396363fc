/** Whether an address is one of this machine itself (RFC 1122, 3.2.1.3; RFC 4291, 2.5.3). */
export const isLoopback = (address) => /^(127\.|::1$|\[::1\]$|::ffff:127\.|localhost$)/.test(address)

/**
 * The address on which the web server listens: `CALQUE_LISTEN`. `CALQUE_ADDRESS` means the same where it is no URL; with
 * one it names, for tests and programs, a Calque that runs.
 */
export function listenAddress({ CALQUE_LISTEN, CALQUE_ADDRESS } = process.env) {
  return CALQUE_LISTEN || (CALQUE_ADDRESS && !CALQUE_ADDRESS.includes('://') ? CALQUE_ADDRESS : '') || '127.0.0.1'
}
