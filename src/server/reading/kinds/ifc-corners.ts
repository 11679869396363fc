import type * as WebIfc from 'web-ifc'

/** Gives every corner of the triangles of a mesh, three by three, where it stands in the model: metres, y upwards, as the library has them. */
export function eachCorner(
  api: WebIfc.IfcAPI,
  model: number,
  mesh: WebIfc.FlatMesh,
  take: (x: number, y: number, z: number) => void,
): void {
  for (let i = 0; i < mesh.geometries.size(); i++) {
    const placed = mesh.geometries.get(i)
    const geometry = api.GetGeometry(model, placed.geometryExpressID)
    const vertices = api.GetVertexArray(geometry.GetVertexData(), geometry.GetVertexDataSize())
    const indices = api.GetIndexArray(geometry.GetIndexData(), geometry.GetIndexDataSize())
    const m = placed.flatTransformation
    for (const index of indices) {
      const [x, y, z] = [vertices[index * 6]!, vertices[index * 6 + 1]!, vertices[index * 6 + 2]!]
      const along = (row: number) => m[row]! * x + m[4 + row]! * y + m[8 + row]! * z + m[12 + row]!
      take(along(0), along(1), along(2))
    }
    geometry.delete()
  }
}
