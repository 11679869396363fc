/** The solids of a storey of a building model that lies as a sheet. */

export interface Solids {
  /**
   * Corners of triangles, three by three: x and y in sheet space (pt), z upwards over the floor of the storey, in points
   * as well, so that a sheet that is sized anew takes them along.
   */
  readonly cornersPt: Float32Array<ArrayBuffer>
}

/** Marks a buffer as solids; its last figure is the version of the form. */
const MARK = 'CQB1'
const HEAD_BYTES = 8

/** The mark, how many corners there are, then these: little endian. */
export function encodeSolids({ cornersPt }: Solids): Uint8Array<ArrayBuffer> {
  const bytes = new Uint8Array(HEAD_BYTES + cornersPt.byteLength)
  bytes.set(new TextEncoder().encode(MARK))
  new DataView(bytes.buffer).setUint32(MARK.length, cornersPt.length / 3, true)
  new Float32Array(bytes.buffer, HEAD_BYTES).set(cornersPt)
  return bytes
}

/** @throws RangeError where these are no solids, or not all of them */
export function decodeSolids(bytes: ArrayBuffer): Solids {
  const mark = new TextDecoder().decode(bytes.slice(0, MARK.length))
  const count = bytes.byteLength < HEAD_BYTES ? 0 : new DataView(bytes).getUint32(MARK.length, true)
  if (mark !== MARK || bytes.byteLength !== HEAD_BYTES + count * 12) throw new RangeError('These are no solids.')
  return { cornersPt: new Float32Array(bytes, HEAD_BYTES) }
}
