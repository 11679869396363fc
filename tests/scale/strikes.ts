import { type Ask, Editor, pause } from '../faults/editor'
import { clusterState, fall, killDatabase, killPart, type MachineName, rise, switchOver } from './cluster-control'

/** Something that happens to the machines. */
interface Strike {
  readonly what: string
  /** @returns what puts right again what does not come back by itself */
  do(leader: MachineName, follower: MachineName): Promise<void | (() => Promise<void>)>
}

const kill =
  (part: Parameters<typeof killPart>[1], machine: MachineName | 'leader'): Strike['do'] =>
  async (leader) => {
    if (!(await killPart(machine === 'leader' ? leader : machine, part))) throw new Error(`No ${part} on ${machine}.`)
  }

/** Each kind of process once, then the database in every way in which it can go. */
export const STRIKES: readonly Strike[] = [
  { what: 'a web server', do: kill('web', 'one') },
  { what: 'a reader with its runner', do: kill('readers', 'two') },
  { what: 'the maker', do: kill('makers', 'one') },
  { what: 'a proxy', do: kill('haproxy', 'three') },
  { what: 'the pool before the leading database', do: kill('pgbouncer', 'leader') },
  { what: 'one of those that agree who leads', do: kill('etcd', 'three') },
  { what: 'who looks after the leading database', do: kill('patroni', 'leader') },
  { what: 'the database that follows', do: async (_, follower) => killDatabase(follower) },
  { what: 'the lead, handed over in order', do: () => switchOver() },
  { what: 'the database that leads', do: async (leader) => killDatabase(leader) },
  {
    what: 'the whole machine of the database that leads',
    do: async (leader) => {
      await fall(leader)
      return () => rise(leader)
    },
  },
]

export interface Struck {
  readonly what: string
  /** Until a change is kept again through every machine that is there. */
  readonly savesAgainSeconds: number
  /** Until everything is as before: web servers, a leading database and one that follows with everything. */
  readonly allBackSeconds: number
  readonly ledBefore: MachineName
  readonly leadsAfter: MachineName
}

/** Longer than anything may take. */
const GIVE_UP_MS = 120_000

/**
 * Strikes once while others work, and waits until all is well again.
 * @param ways to each machine
 */
export async function strike(each: Strike, ways: readonly Ask[], project: string): Promise<Struck> {
  const { leader } = await whole()
  const follower = leader === 'one' ? 'two' : 'one'
  const began = performance.now()
  const mend = await each.do(leader!, follower)
  // It takes a moment until what was killed is not there.
  await pause(50)
  const fallen = mend ? ['one', 'two', 'three'].indexOf(leader!) : -1
  await Promise.all(ways.filter((_, i) => i !== fallen).map((way) => saved(way, project)))
  const savesAgainSeconds = (performance.now() - began) / 1000
  const risen = performance.now()
  await mend?.()
  const after = await whole()
  const allBackSeconds = mend ? (performance.now() - risen) / 1000 : (performance.now() - began) / 1000
  return { what: each.what, savesAgainSeconds, allBackSeconds, ledBefore: leader!, leadsAfter: after.leader! }
}

/** Keeps one change. */
async function saved(ask: Ask, project: string): Promise<void> {
  const editor = new Editor(ask, project, `probe-${crypto.randomUUID()}`)
  const edited = editor.edit(0)
  while (editor.acknowledged.length === 0) await pause(20)
  editor.end()
  await edited
}

async function whole() {
  for (const began = performance.now(); ; await pause(100)) {
    const state = await clusterState()
    if (state.leader && state.follows && state.well) return state
    if (performance.now() - began > GIVE_UP_MS) throw new Error(`Not whole again: ${JSON.stringify(state)}`)
  }
}
