import type { ChildProcess } from 'node:child_process'

/** Waits for a child to end. @returns its exit status */
export function ended(child: ChildProcess): Promise<number>

/** Time of processors that a process took so far, in milliseconds; 0 of one that is gone. */
export function processorMs(pid: number | undefined): number

/** The processes that one has started; none of one that is gone. */
export function childrenOf(pid: number | undefined): number[]
