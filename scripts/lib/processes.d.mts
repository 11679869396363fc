import type { ChildProcess } from 'node:child_process'

/** Waits for a child to end. @returns its exit status */
export function ended(child: ChildProcess): Promise<number>
