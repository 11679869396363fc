import { count } from 'drizzle-orm'
import { database, inTransaction, pool, seeing } from '@/server/database/client'
import { projects } from '@/server/database/schema'

/**
 * Asks through the pool before the database, which gives each transaction whichever connection is free, for one project
 * after another at once.
 * @returns how many saw anything but their own project
 */
export async function seenBeyond(projectIds: readonly string[], times: number): Promise<number> {
  const seen = await Promise.all(
    Array.from({ length: times }, (_, i) => {
      const ask = async (db: Pick<ReturnType<typeof database>, 'select'>) => {
        const all = await db.select({ id: projects.id }).from(projects)
        return all.length === 1 && all[0]!.id === projectIds[i % projectIds.length]
      }
      return seeing(`project:${projectIds[i % projectIds.length]!}`, () =>
        i % 2 === 0 ? ask(database()) : inTransaction(ask),
      )
    }),
  )
  // Whoever says nothing sees nothing, whatever was said on the connection before.
  const [nothing] = await seeing('nothing', () => database().select({ all: count() }).from(projects))
  await pool().end()
  return seen.filter((own) => !own).length + nothing!.all
}
