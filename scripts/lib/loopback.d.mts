export function isLoopback(address: string): boolean
