import type { ChildProcess } from 'node:child_process'

/** Starts a program, named by its source from the project's folder. */
export function runProgram(source: string, args?: string[], options?: { env?: Record<string, string> }): ChildProcess
