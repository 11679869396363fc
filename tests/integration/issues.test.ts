import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { LOCAL } from '@/core/people/rights'
import { plainWall } from '../support/plain-wall'
import { type TestDatabase, testDatabase } from '../support/test-database'

/** What was issued stays as it was, against a database of its own. */

let database: TestDatabase
let db: Awaited<ReturnType<typeof open>>

const open = async () => ({
  ...(await import('@/server/database/client')),
  ...(await import('@/server/changes')),
  ...(await import('@/server/collect')),
  ...(await import('@/server/contents')),
  ...(await import('@/server/issues')),
  ...(await import('@/server/projects')),
})

beforeAll(async () => {
  database = await testDatabase()
  db = await open()
})

afterAll(async () => database?.stop())

const issued = async () => {
  const { id } = await db.createProject('Issued')
  const edits = [{ id: 'wall', before: null, after: plainWall('wall') }]
  await db.keepChange(id, { id: 'first', label: 'Wall', cause: 'edit', of: null, edits })
  const issue = await db.issueProject(id, { name: 'For tender', formats: ['ifc', 'ifc'] }, LOCAL)
  return { id, issue }
}

/** As a maker ends its work. */
const settled = async (issue: string) =>
  db.inTransaction(async (tx) => {
    const hash = await db.storeBytes(tx, new TextEncoder().encode(`files of ${issue}`), 'application/zip')
    await tx.execute(sql`update issue set content_hash = ${hash}, bytes = 10 where id = ${issue}`)
    return hash
  })

describe('what was issued', () => {
  it('is the state that the project had, whatever comes after', async () => {
    const { id, issue } = await issued()
    const edits = [{ id: 'wall', before: plainWall('wall'), after: plainWall('wall', 9000) }]
    await db.keepChange(id, { id: 'second', label: 'Longer', cause: 'edit', of: null, edits })
    const [view] = await db.listIssues(id)
    expect(view).toMatchObject({ id: issue, name: 'For tender', formats: ['ifc'], revision: 1, status: 'making' })
    expect((await db.stateAt(id, view!.revision)).records).toContainEqual(plainWall('wall'))
  })

  it('has files that nobody changes and nothing sweeps away', async () => {
    const { id, issue } = await issued()
    await expect(db.issuedFiles(id, issue)).rejects.toMatchObject({ status: 409 })
    await settled(issue)
    await db.database().execute(sql`update content set used_at = now() - interval '3 days'`)
    await db.database().execute(sql`delete from making`)
    await db.collectContents(0)
    const { hash, fileName } = await db.issuedFiles(id, issue)
    expect(fileName).toBe('Issued For tender.zip')
    expect(new TextDecoder().decode(await db.loadContent(hash))).toBe(`files of ${issue}`)
    for (const change of [
      sql`name = 'Another'`,
      sql`revision = 0`,
      sql`content_hash = null`,
      sql`created_at = now() + interval '1 day'`,
    ])
      await expect(
        db.database().execute(sql`update issue set ${change} where id = ${issue}`),
        'an issue was changed',
      ).rejects.toThrow()
    expect(await db.listIssues(id)).toMatchObject([{ name: 'For tender', status: 'ready' }])
  })

  it('can be taken back, and its files go', async () => {
    const { id, issue } = await issued()
    const hash = await settled(issue)
    await db.removeIssue(id, issue)
    expect(await db.listIssues(id)).toEqual([])
    await db.database().execute(sql`update content set used_at = now() - interval '3 days'`)
    await db.collectContents(0)
    const { rows } = await db.database().execute(sql`select 1 from content where hash = ${hash}`)
    expect(rows).toEqual([])
  })

  it('is of its project alone, and of formats that a whole project has', async () => {
    const { issue } = await issued()
    const { id: other } = await db.createProject('Other')
    await expect(db.issuedFiles(other, issue)).rejects.toMatchObject({ status: 404 })
    await expect(db.removeIssue(other, issue)).rejects.toMatchObject({ status: 404 })
    for (const format of ['stl', 'archive', 'xlsx-differences', 'none'])
      await expect(db.issueProject(other, { name: 'x', formats: [format] }, LOCAL)).rejects.toMatchObject({
        status: 422,
      })
  })

  it('whose files could not be made says so', async () => {
    const { id } = await issued()
    await db
      .database()
      .execute(sql`update making set status = 'failed', problem = '{"type":"t","detail":"It is too large."}'`)
    expect(await db.listIssues(id)).toMatchObject([{ status: 'failed', problem: 'It is too large.' }])
  })
})
