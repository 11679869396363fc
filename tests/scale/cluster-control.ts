/** What can be done to the machines, by whoever started them (`scripts/scale.mjs`), which is asked over the channel between. */
export type MachineName = 'one' | 'two' | 'three'
export type PartName = 'etcd' | 'haproxy' | 'patroni' | 'pgbouncer' | 'web' | 'readers' | 'makers'

export interface ClusterState {
  readonly leader: MachineName | null
  /** Whether a follower has everything that was acknowledged. */
  readonly follows: boolean
  /** Whether all web servers that should run answer by themselves. */
  readonly well: boolean
}

let asked = 0

function tell<T>(what: object): Promise<T> {
  const id = ++asked
  return new Promise((resolve) => {
    const hear = (message: unknown) => {
      const { id: about, result } = message as { id: number; result: T }
      if (about !== id) return
      process.off('message', hear)
      resolve(result)
    }
    process.on('message', hear)
    process.send!({ id, ...what })
  })
}

export const clusterState = (): Promise<ClusterState> => tell({ act: 'state' })
/** Kills a part with all that it started, without warning. */
export const killPart = (machine: MachineName, part: PartName): Promise<boolean> => tell({ act: 'kill', machine, part })
/** Kills the process of a database, which Patroni looks after. */
export const killDatabase = (machine: MachineName): Promise<void> => tell({ act: 'kill-database', machine })
/** Ends all of a machine at once, as when the power fails. */
export const fall = (machine: MachineName): Promise<void> => tell({ act: 'fall', machine })
export const rise = (machine: MachineName): Promise<void> => tell({ act: 'rise', machine })
/** Hands the lead to the other database, in order. */
export const switchOver = (): Promise<void> => tell({ act: 'switch-over' })

/** Ends a part, which is not started again until somebody says so. */
export const stopPart = (machine: MachineName, part: PartName): Promise<void> => tell({ act: 'stop', machine, part })
export const startPart = (machine: MachineName, part: PartName): Promise<void> => tell({ act: 'start', machine, part })
/** What readers have done so far; times in seconds. */
export const jobsDone = (): Promise<readonly { takenAt: number; doneAt: number }[]> => tell({ act: 'jobs-done' })
/** Processor time that the leading database took so far. */
export const databaseSeconds = (): Promise<number> => tell({ act: 'database-seconds' })
/** A full copy. */
export const backUp = (): Promise<{ seconds: number; bytes: number }> => tell({ act: 'back-up' })
/** Brings the last copy in beside what is there. @returns seconds */
export const restoreAside = (): Promise<number> => tell({ act: 'restore-aside' })
/** Puts everything back to a moment, as the paper for whoever operates it says. */
export const goBackTo = (time: string): Promise<{ seconds: number }> => tell({ act: 'go-back', time })
