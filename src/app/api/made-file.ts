import { Readable } from 'node:stream'
import { fileNameOf } from '@/core/formats/file-name'
import { readContent, sizeOf } from '@/server/contents'
import type { makings } from '@/server/database/schema'
import { formatNamed } from '@/server/hand-over/write'
import { liveProject } from '@/server/live'
import { notFound } from '@/server/problem'
import { namingRecords } from '@/server/projects'

/** A file that was made for somebody, under the name that its project gives such files. */
export async function madeFile({ projectId, request, resultHash }: typeof makings.$inferSelect): Promise<Response> {
  const format = request.kind === 'hand-over' ? formatNamed(request.format) : undefined
  if (request.kind !== 'hand-over' || !format || !projectId || !resultHash) throw notFound('The file')
  const { name } = await liveProject(projectId)
  const records = await namingRecords(projectId)
  const today = new Date().toISOString().slice(0, 10)
  const file = encodeURIComponent(fileNameOf({ name, records }, format, request.on, today))
  const size = await sizeOf(resultHash)
  const body = Readable.toWeb(Readable.from(readContent(resultHash, 0, size))) as ReadableStream<Uint8Array>
  return new Response(body, {
    headers: {
      'content-type': format.mime,
      'content-length': String(size),
      'content-disposition': `attachment; filename*=UTF-8''${file}`,
    },
  })
}
