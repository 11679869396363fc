/** Whether an address is one of this machine itself (RFC 1122, 3.2.1.3; RFC 4291, 2.5.3). */
export const isLoopback = (address) => /^(127\.|::1$|\[::1\]$|::ffff:127\.|localhost$)/.test(address)
