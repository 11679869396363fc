import type { Shape3D } from 'replicad'

/** A solid as triangles, with the edges that are drawn. Millimetres, in the part's own space. */
export interface PartMesh {
  readonly positions: Float32Array
  readonly normals: Float32Array
  /** Three corners for each triangle. */
  readonly triangles: Uint32Array
  /** x, y, z of the ends of each drawn piece of an edge. */
  readonly edges: Float32Array
  /** For each edge of the solid in turn where its numbers in `edges` end. */
  readonly edgeEnds: Uint32Array
  /** For each face in turn where its corners in `triangles` end. */
  readonly faceEnds: Uint32Array
}

/** Triangles leave round faces by no more than this part of the solid's size, and turn by no more than this. */
const FLAT_PART = 1 / 2000
const TURN_RAD = 0.5

export function meshOfSolid(solid: Shape3D): PartMesh {
  const { width, height, depth } = solid.boundingBox
  const flat = { tolerance: Math.max(width, height, depth) * FLAT_PART, angularTolerance: TURN_RAD }
  const { vertices, normals, triangles, faceGroups } = solid.mesh(flat)
  const { lines, edgeGroups } = solid.meshEdges(flat)
  return {
    positions: Float32Array.from(vertices),
    normals: Float32Array.from(normals),
    triangles: Uint32Array.from(triangles),
    edges: Float32Array.from(lines),
    // The kernel counts ends of lines and corners of triangles.
    edgeEnds: Uint32Array.from(edgeGroups, ({ start, count }) => 3 * (start + count)),
    faceEnds: Uint32Array.from(faceGroups, ({ start, count }) => start + count),
  }
}
