import { eq } from 'drizzle-orm'
import { distinctName, fileNameOf } from '@/core/formats/file-name'
import { type HandOverFormat, sheetsAlong } from '@/core/formats/hand-over'
import type { HandOverChoice } from '@/core/formats/making'
import { archiveOf, keepArchive } from '../archive'
import { stateAt } from '../changes'
import { loadContent, storeBytes } from '../contents'
import { database, inTransaction } from '../database/client'
import { issues } from '../database/issues'
import { makings } from '../database/schema'
import type { HandedProject } from '../hand-over/handed'
import { formatNamed } from '../hand-over/write'
import { comparedPages, filesOf, lineworkOf } from '../handed-sheets'
import { Problem } from '../problem'
import { openProject } from '../projects'
import { type Maker, MakingProblem, MakingStopped } from './maker'

/** Does what somebody asked for and writes down what it came to. @throws what is our own fault, to be tried again */
export async function doMaking(maker: Maker, id: string): Promise<void> {
  const [making] = await database().select().from(makings).where(eq(makings.id, id))
  if (!making || (making.status !== 'waiting' && making.status !== 'working')) return
  await keep(id, { status: 'working', progress: 0.05 })
  try {
    if (making.request.kind === 'take-in') await takeIn(maker, making)
    else if (making.request.kind === 'issue')
      await issue(maker, making as typeof making & { request: { kind: 'issue' } })
    else await handOut(maker, making as typeof making & { request: { kind: 'hand-over' } })
  } catch (error) {
    if (error instanceof MakingStopped) return keep(id, { status: 'stopped' })
    if (error instanceof MakingProblem || error instanceof Problem)
      return keep(id, { status: 'failed', problem: { type: error.type, detail: error.detail } })
    throw error
  }
}

async function takeIn(
  maker: Maker,
  { id, inputHash, author, organizationId }: typeof makings.$inferSelect,
): Promise<void> {
  const opened = await maker.make(id, { kind: 'unpack', bytes: await loadContent(inputHash!) })
  await keep(id, { progress: 0.6 })
  const { id: resultProject } = await keepArchive(opened, { author, organizationId })
  await keep(id, { status: 'done', progress: 1, resultProject, inputHash: null })
}

async function handOut(
  maker: Maker,
  { id, projectId, request }: typeof makings.$inferSelect & { request: { kind: 'hand-over' } },
): Promise<void> {
  const format = formatNamed(request.format)!
  const project = await asItWas(await openProject(projectId!), format, request.on)
  await keep(id, { progress: 0.2 })
  const bytes = format.withSources
    ? await maker.make(id, { kind: 'pack', ...(await partsOfArchive(project)) })
    : await maker.make(id, {
        kind: 'hand-over',
        project: await withSheets(project, format, request.on),
        format: format.name,
        on: request.on,
      })
  await keep(id, { progress: 0.9 })
  await inTransaction(async (tx) => {
    const resultHash = await storeBytes(tx, bytes, format.mime)
    await tx.update(makings).set({ status: 'done', progress: 1, resultHash }).where(eq(makings.id, id))
  })
}

/** Makes the files of an issue and settles them: the whole project as an archive, and what is handed over of it. */
async function issue(
  maker: Maker,
  { id, projectId, request }: typeof makings.$inferSelect & { request: { kind: 'issue' } },
): Promise<void> {
  const { issueId, revision, formats, on } = request
  const now = await openProject(projectId!)
  const project = { ...now, records: (await stateAt(now.id, revision)).records }
  const archive = await maker.make(id, { kind: 'pack', ...(await partsOfArchive(project)) })
  const today = new Date().toISOString().slice(0, 10)
  const files = [{ path: fileNameOf(project, formatNamed('archive')!, {}, today), bytes: archive }]
  for (const [i, name] of formats.entries()) {
    const format = formatNamed(name)!
    // A plan on paper that names no level is all of them.
    const choice = { ...on, ...(name === 'pdf' && !on.level && { set: true }) }
    const handed = await withSheets(project, format, choice)
    const bytes = await maker.make(id, { kind: 'hand-over', project: handed, format: name, on: choice })
    // Two formats may end alike.
    const path = distinctName(fileNameOf(project, format, choice, today), (own) =>
      files.some((file) => file.path === own),
    )
    files.push({ path, bytes })
    await keep(id, { progress: (i + 1) / (formats.length + 1) })
  }
  const bytes = await maker.make(id, { kind: 'bundle', files })
  await inTransaction(async (tx) => {
    const contentHash = await storeBytes(tx, bytes, 'application/zip')
    await tx.update(issues).set({ contentHash, bytes: bytes.length }).where(eq(issues.id, issueId))
    await tx.update(makings).set({ status: 'done', progress: 1 }).where(eq(makings.id, id))
  })
}

/** A project in the state that is asked for, with the earlier one where differences are told. */
async function asItWas<P extends HandedProject>(
  project: P,
  format: HandOverFormat,
  { at, since, older, newer }: HandOverChoice,
): Promise<P> {
  const recordsAt = async (revision: number) => (await stateAt(project.id, revision)).records
  return {
    ...project,
    ...(at !== undefined && { records: await recordsAt(at) }),
    ...(format.ofIssues && { issues: await comparedPages(project, { older, newer }) }),
    ...(format.sinceState && { before: await recordsAt(since ?? 0) }),
  }
}

/** A project with what of its sheets goes out with it. */
async function withSheets(
  project: HandedProject,
  format: HandOverFormat,
  { sheets }: HandOverChoice,
): Promise<HandedProject> {
  const along = sheetsAlong(format, sheets)
  if (along === null) return project
  const linework = await lineworkOf(project, along === 'lines')
  if (along === 'lines') return { ...project, linework }
  return { ...project, linework, files: await filesOf(project, along === 'pictures' ? ['image'] : undefined) }
}

async function partsOfArchive(project: Parameters<typeof archiveOf>[0]) {
  const { manifest, contentHashes } = await archiveOf(project)
  const files: Uint8Array[] = []
  for (const hash of contentHashes) files.push(await loadContent(hash))
  return { manifest, files }
}

const keep = async (id: string, fields: Partial<typeof makings.$inferInsert>): Promise<void> => {
  await database().update(makings).set(fields).where(eq(makings.id, id))
}

/** Writes down that it failed for good, and not by any fault of whoever asked. */
export const giveUpMaking = (id: string): Promise<void> =>
  keep(id, {
    status: 'failed',
    problem: { type: 'failed', detail: 'It failed again and again, and not by anything that you did. Try again.' },
  })
