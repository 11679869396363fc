export const MACHINES: readonly string[]

/** A description of three machines, with secrets of their own. */
export function describeMachines(
  addresses: Readonly<Record<'one' | 'two' | 'three', string>>,
  host: string,
): Record<string, string>

/** Writes the files of one machine beneath a folder. @returns their paths */
export function writeMachineFiles(machines: Record<string, string>, name: string, root?: string): string[]
