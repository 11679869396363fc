/** A surface by its corners, and three of these for each triangle. */
export interface Triangulated {
  readonly positions: ArrayLike<number>
  readonly triangles: ArrayLike<number>
}

const HEAD_BYTES = 84
const TRIANGLE_BYTES = 50

/**
 * A surface as binary STL, in the unit that it has. Triangles whose corners fall together in single precision, or that
 * have no area, are left out: their neighbours close the gap of no width.
 * @param name in the head of the file, as far as it fits; never `solid`, by which text files are told
 */
export function writeStl({ positions, triangles }: Triangulated, name: string): Uint8Array {
  const corner = (i: number): [number, number, number] => [
    Math.fround(positions[3 * i]!),
    Math.fround(positions[3 * i + 1]!),
    Math.fround(positions[3 * i + 2]!),
  ]
  const kept: { readonly corners: readonly [number, number, number][]; readonly normal: readonly number[] }[] = []
  for (let i = 0; i + 2 < triangles.length; i += 3) {
    const [a, b, c] = [corner(triangles[i]!), corner(triangles[i + 1]!), corner(triangles[i + 2]!)]
    const [u, v] = [b.map((each, k) => each - a[k]!), c.map((each, k) => each - a[k]!)] as [number[], number[]]
    const normal = [u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!]
    const size = Math.hypot(...normal)
    const isSame = (p: readonly number[], q: readonly number[]) => p.every((each, k) => each === q[k])
    if (size === 0 || isSame(a, b) || isSame(b, c) || isSame(c, a)) continue
    kept.push({ corners: [a, b, c], normal: normal.map((each) => each / size) })
  }
  const bytes = new Uint8Array(HEAD_BYTES + TRIANGLE_BYTES * kept.length)
  const view = new DataView(bytes.buffer)
  bytes.set(new TextEncoder().encode(`Calque ${name}`).subarray(0, HEAD_BYTES - 4))
  view.setUint32(HEAD_BYTES - 4, kept.length, true)
  kept.forEach(({ corners, normal }, i) => {
    ;[normal, ...corners].flat().forEach((value, k) => {
      view.setFloat32(HEAD_BYTES + TRIANGLE_BYTES * i + 4 * k, value, true)
    })
  })
  return bytes
}
