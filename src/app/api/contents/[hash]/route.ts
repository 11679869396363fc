import { Readable } from 'node:stream'
import { heldContent, readContent } from '@/server/contents'
import { storeNamed } from '@/server/contents/stores'
import { notFound, Problem } from '@/server/problem'
import { door } from '../../door'

/** What is made here: pictures of pages, linework and tiles. All else is somebody's file, which no browser is to open on our origin. */
const OWN = new Set(['image/jpeg', 'application/octet-stream'])

/** How long a browser may go by the address that it was given: shorter than that is good for. */
const ADDRESS_SECONDS = 240

/**
 * Bytes by their SHA-256, of what some project holds. They never change, so they may be kept for a year; ranges are answered.
 * Where the store is one that browsers reach, they are sent there, for a short time.
 */
export const GET = door('look', 'content', async ({ id: hash, request }) => {
  const found = await heldContent(hash)
  if (!found) throw notFound('The file')
  const { size, mediaType, store } = found
  const isAttachment = !OWN.has(mediaType)
  const elsewhere = await storeNamed(store).addressOf?.(hash, { mediaType, isAttachment })
  if (elsewhere)
    return new Response(null, {
      status: 307,
      headers: { location: elsewhere, 'cache-control': `private, max-age=${ADDRESS_SECONDS}` },
    })
  const range = rangeOf(request.headers.get('range'), size)
  const from = range?.from ?? 0
  const to = range?.to ?? size
  const headers: Record<string, string> = {
    'content-type': mediaType,
    'content-length': String(to - from),
    'accept-ranges': 'bytes',
    'cache-control': 'private, max-age=31536000, immutable',
    etag: `"${hash}"`,
    ...(isAttachment && { 'content-disposition': 'attachment' }),
  }
  if (range) headers['content-range'] = `bytes ${from}-${to - 1}/${size}`
  const pieces = to > from ? readContent(hash, from, to, { store }) : readContent(hash, 0, 0)
  const body = Readable.toWeb(Readable.from(pieces)) as ReadableStream<Uint8Array>
  return new Response(body, { status: range ? 206 : 200, headers })
})

/** One range of RFC 9110, 14.1.2; others are ignored, as it allows. */
function rangeOf(header: string | null, size: number): { from: number; to: number } | null {
  const [, first, last] = header?.match(/^bytes=(\d*)-(\d*)$/) ?? []
  if (first === undefined || (first === '' && last === '')) return null
  const from = first === '' ? Math.max(0, size - Number(last)) : Number(first)
  const to = first === '' || last === '' ? size : Math.min(size, Number(last) + 1)
  if (from >= to) throw new Problem(416, 'no-such-range', 'The file has no such range of bytes.', { size })
  return { from, to }
}
