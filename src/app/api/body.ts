import type { AnySchema, InferType } from 'yup'
import { unstorablePath } from '@/core/text/storable'
import { Problem } from '@/server/problem'
import { check } from './answer'

/** Fields of everything but changes; a symbol with many lines is the largest of them. */
const USUAL_LIMIT_MB = 32
/** Deeper than anything that is drawn; what is deeper would only exhaust whoever goes through it. */
const MOST_NESTED = 64

/** The body of a request, whole. @throws Problem 413 beyond the limit, however long it says that it is */
export async function bytesOf(request: Request, limitMb: number, what: string): Promise<Uint8Array> {
  const tooLarge = () => new Problem(413, 'too-large', `${what} is larger than ${limitMb} MB.`)
  if (Number(request.headers.get('content-length') ?? 0) > limitMb << 20) throw tooLarge()
  const pieces: Uint8Array[] = []
  let size = 0
  for await (const piece of piecesOf(request)) {
    size += piece.length
    if (size > limitMb << 20) throw tooLarge()
    pieces.push(piece)
  }
  return new Uint8Array(Buffer.concat(pieces))
}

/** The body of a request as it comes. */
export const piecesOf = (request: Request): AsyncIterable<Uint8Array> =>
  (request.body ?? new Blob([]).stream()) as unknown as AsyncIterable<Uint8Array>

/** What JSON the body of a request holds. @throws Problem */
export async function jsonOf(request: Request, limitMb = USUAL_LIMIT_MB): Promise<unknown> {
  const text = new TextDecoder().decode(await bytesOf(request, limitMb, 'The request'))
  if (isNestedBeyond(text, MOST_NESTED))
    throw new Problem(
      400,
      'too-deep',
      `The request holds more than ${MOST_NESTED} objects or lists within one another.`,
    )
  try {
    return JSON.parse(text)
  } catch {
    throw new Problem(400, 'not-json', 'The request holds no JSON. Send the fields as a JSON object.')
  }
}

/** The JSON body of a request, checked. */
export async function bodyOf<S extends AnySchema>(request: Request, schema: S): Promise<InferType<S>> {
  const body = await check(await jsonOf(request), schema)
  const unfit = unstorablePath(body)
  if (unfit)
    throw new Problem(
      422,
      'unfit-text',
      `${unfit} holds a character that no text can hold (U+0000 or half of a pair). Take it out and send the rest again.`,
    )
  return body
}

/** Whether brackets outside of texts stand deeper than so many. */
function isNestedBeyond(text: string, most: number): boolean {
  let depth = 0
  let quoted = false
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    if (quoted) {
      if (code === 92) i++
      else if (code === 34) quoted = false
    } else if (code === 34) quoted = true
    else if (code === 91 || code === 123) {
      if (++depth > most) return true
    } else if (code === 93 || code === 125) depth--
  }
  return false
}
