import { fileNameOf } from '@/core/formats/file-name'
import type { makings } from '@/server/database/schema'
import { formatNamed } from '@/server/hand-over/write'
import { liveProject } from '@/server/live'
import { notFound } from '@/server/problem'
import { namingRecords } from '@/server/projects'
import { attachment } from './attachment'

/** A file that was made for somebody, under the name that its project gives such files. */
export async function madeFile({ projectId, request, resultHash }: typeof makings.$inferSelect): Promise<Response> {
  const format = request.kind === 'hand-over' ? formatNamed(request.format) : undefined
  if (request.kind !== 'hand-over' || !format || !projectId || !resultHash) throw notFound('The file')
  const { name } = await liveProject(projectId)
  const records = await namingRecords(projectId)
  const today = new Date().toISOString().slice(0, 10)
  return attachment(resultHash, format.mime, fileNameOf({ name, records }, format, request.on, today))
}
