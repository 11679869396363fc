import { Readable } from 'node:stream'
import { readContent, sizeOf } from '@/server/contents'

/** A stored content as a file that is saved under a name. @param hash SHA-256 of the content */
export async function attachment(hash: string, mime: string, fileName: string): Promise<Response> {
  const size = await sizeOf(hash)
  const body = Readable.toWeb(Readable.from(readContent(hash, 0, size))) as ReadableStream<Uint8Array>
  return new Response(body, {
    headers: {
      'content-type': mime,
      'content-length': String(size),
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(fileName)}`,
    },
  })
}
