import { Readable } from 'node:stream'
import { readContent, sizeOf } from '@/server/contents'
import type { makings } from '@/server/database/schema'
import { formatNamed } from '@/server/hand-over/write'
import { liveProject } from '@/server/live'
import { notFound } from '@/server/problem'

/** A file that was made for somebody, under the name of its project. */
export async function madeFile({ projectId, request, resultHash }: typeof makings.$inferSelect): Promise<Response> {
  const format = request.kind === 'hand-over' ? formatNamed(request.format) : undefined
  if (!format || !projectId || !resultHash) throw notFound('The file')
  const { name } = await liveProject(projectId)
  const suffix = format.name.startsWith('csv-') ? `-${format.name.slice(4)}` : ''
  const file = encodeURIComponent(`${name}${suffix}.${format.extension}`)
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
