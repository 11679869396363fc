import type * as WebIfc from 'web-ifc'
import { eachCorner } from '@/server/reading/kinds/ifc-corners'

export type Corner = [x: number, y: number, z: number]

/** Corners of the triangles of a mesh, three by three, in metres, y upwards. */
export function trianglesOf(api: WebIfc.IfcAPI, model: number, mesh: WebIfc.FlatMesh): Corner[] {
  const corners: Corner[] = []
  eachCorner(api, model, mesh, (...corner) => corners.push(corner))
  return corners
}

/** Volume of a closed mesh by the divergence theorem, in cubic metres. */
export const volumeOf = (api: WebIfc.IfcAPI, model: number, mesh: WebIfc.FlatMesh): number =>
  volumeWithin(trianglesOf(api, model, mesh))

/** Volume within a closed surface. @param corners of triangles, three by three */
export function volumeWithin(corners: readonly Corner[]): number {
  let sum = 0
  for (let k = 0; k < corners.length; k += 3) {
    const [a, b, c] = [corners[k]!, corners[k + 1]!, corners[k + 2]!]
    sum += a[0] * (b[1] * c[2] - b[2] * c[1]) + a[1] * (b[2] * c[0] - b[0] * c[2]) + a[2] * (b[0] * c[1] - b[1] * c[0])
  }
  return Math.abs(sum / 6)
}
