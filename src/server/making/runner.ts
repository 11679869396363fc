import { fileURLToPath } from 'node:url'
import type { MakingJob } from '../jobs'
import { run } from '../runner'
import { doMaking } from './do-making'
import { Maker } from './maker'

/** The runner of what people wait for: files to hand over, archives to take in. */
const MAKE_SECONDS = Number(process.env.CALQUE_MAKE_SECONDS ?? 300)
const MAKE_MEMORY_MB = Number(process.env.CALQUE_PAGE_MEMORY_MB ?? 3000)

const maker = new Maker(fileURLToPath(new URL('./maker/main.js', import.meta.url)), {
  seconds: MAKE_SECONDS,
  memoryMb: MAKE_MEMORY_MB,
})

await run('calque-makers', [
  {
    take: async (boss) => {
      const found = await boss.fetch<MakingJob['data']>('make', { includeMetadata: true })
      return found.map(({ id, data, retryLimit, retryCount }) => ({
        id,
        job: { name: 'make', data } as MakingJob,
        triesLeft: retryLimit - retryCount,
      }))
    },
    do: async (taken) => {
      for (const { job } of taken) await doMaking(maker, (job as MakingJob).data.makingId)
    },
    warm: () => maker.warm(),
    stopFor: (id) => maker.stopFor(id),
    stop: () => maker.stop(),
  },
])
