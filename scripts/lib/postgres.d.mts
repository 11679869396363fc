export function freePort(wanted: number): Promise<number>
