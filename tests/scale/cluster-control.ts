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
