import { and, desc, eq, sql } from 'drizzle-orm'
import { FORBIDDEN } from '@/core/formats/file-name'
import { isIssuable } from '@/core/formats/hand-over'
import type { HandOverChoice } from '@/core/formats/making'
import { type Actor, calledName } from '@/core/people/rights'
import type { IssueView } from '@/core/project/views'
import { database, inTransaction } from './database/client'
import { issues } from './database/issues'
import { makings, projects } from './database/schema'
import { formatNamed } from './hand-over/write'
import { enqueue, LOOKED_AT } from './jobs'
import { liveProject } from './live'
import { nameOfActor } from './people/audit'
import { notFound, Problem } from './problem'

/** What is to be issued. */
export interface IssueWish {
  readonly name: string
  readonly note?: string | undefined
  readonly formats: readonly string[]
  readonly on?: HandOverChoice | undefined
}

/** Issues of a project, the latest first. */
export async function listIssues(projectId: string): Promise<IssueView[]> {
  await liveProject(projectId)
  const rows = await database()
    .select({ issue: issues, status: makings.status, problem: makings.problem })
    .from(issues)
    .leftJoin(makings, eq(makings.id, issues.makingId))
    .where(eq(issues.projectId, projectId))
    .orderBy(desc(issues.createdAt))
  return rows.map(({ issue, status, problem }) => {
    const { id, name, note, revision, formats, authorName, createdAt, contentHash, bytes } = issue
    const isUnderWay = status === 'waiting' || status === 'working'
    return {
      id,
      name,
      note,
      revision,
      formats,
      ...(authorName && { author: authorName }),
      madeAt: createdAt.toISOString(),
      status: contentHash ? 'ready' : isUnderWay ? 'making' : 'failed',
      problem:
        contentHash || isUnderWay ? null : (problem?.detail ?? 'Its files were not made. Remove it, and issue again.'),
      bytes,
    }
  })
}

/**
 * Issues a project as it is now. Its state is settled at once; its files are made meanwhile.
 * @returns its id
 * @throws Problem where a format is none, or goes out with no whole project
 */
export async function issueProject(projectId: string, wish: IssueWish, by: Actor): Promise<string> {
  const { name, note = '', on = {} } = wish
  const formats = [...new Set(wish.formats)]
  for (const each of formats) {
    const format = formatNamed(each)
    if (!format || !isIssuable(format))
      throw new Problem(422, 'no-such-format', `“${each}” is no format in which a whole project is issued.`)
  }
  const id = crypto.randomUUID()
  const makingId = crypto.randomUUID()
  await inTransaction(async (tx) => {
    const [project] = await tx
      .select({ revision: projects.revision })
      .from(projects)
      .where(and(eq(projects.id, projectId), sql`${projects.deletedAt} is null`))
    if (!project) throw notFound('The project')
    const { revision } = project
    const request = { kind: 'issue', issueId: id, revision, formats, on } as const
    const author = nameOfActor(by)
    await tx.insert(makings).values({ id: makingId, projectId, request, author })
    await tx
      .insert(issues)
      .values({ id, projectId, name, note, revision, formats, makingId, author, authorName: calledName(by) || null })
    await enqueue(tx, [{ name: 'make', data: { makingId } }], LOOKED_AT)
  })
  return id
}

async function found(projectId: string, id: string): Promise<typeof issues.$inferSelect> {
  await liveProject(projectId)
  const [issue] = await database()
    .select()
    .from(issues)
    .where(and(eq(issues.projectId, projectId), eq(issues.id, id)))
  if (!issue) throw notFound('The issue')
  return issue
}

/** The files of an issue, as they were when it was made: a ZIP, by its hash and the name that it is saved under. @throws Problem where they are not made yet */
export async function issuedFiles(projectId: string, id: string): Promise<{ hash: string; fileName: string }> {
  const { name, contentHash } = await found(projectId, id)
  if (!contentHash) throw new Problem(409, 'not-made', 'The files of this issue are not made yet.')
  const project = await liveProject(projectId)
  return { hash: contentHash, fileName: `${`${project.name} ${name}`.replace(FORBIDDEN, ' ').slice(0, 120)}.zip` }
}

/** Takes an issue back, with its files. */
export async function removeIssue(projectId: string, id: string): Promise<void> {
  await found(projectId, id)
  await database().delete(issues).where(eq(issues.id, id))
}
