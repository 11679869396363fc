import { BufferAttribute, BufferGeometry } from 'three'
import type { PrismKind } from '@/core/building/bodies/body'
import type { Building } from '@/core/building/building'
import type { HullKind } from '@/core/building/hull'
import { type Mesh, meshOf } from '@/core/building/mesh'
import { extentOf, type Solid as ModelSolid, solidsOf } from '@/core/building/prisms'
import type { Vector3 } from '@/core/geometry/space'
import type { Point } from '@/core/geometry/vector'

/** What is told from one another by its colour. */
export type LookKind = PrismKind | HullKind

/** One mesh of everything of a kind that looks alike. */
export interface Solid {
  readonly key: string
  readonly kind: LookKind
  readonly picked: boolean
  readonly geometry: BufferGeometry
  /** The element that a triangle belongs to. */
  readonly idAt: (triangle: number) => string | undefined
}

export interface Scene {
  readonly solids: readonly Solid[]
  /** The place that is zero in the scene, in model millimetres. */
  readonly origin: Point
  /** In metres. */
  readonly size: {
    readonly minX: number
    readonly minY: number
    readonly maxX: number
    readonly maxY: number
    readonly top: number
    readonly foot: number
  }
}

/** Triangles of each solid about one origin, kept for as long as it stays as it is. */
const kept = new WeakMap<ModelSolid, { readonly origin: Point; readonly mesh: Mesh }>()

function trianglesOf(solid: ModelSolid, origin: Point): Mesh {
  const last = kept.get(solid)
  if (last && last.origin.x === origin.x && last.origin.y === origin.y) return last.mesh
  const mesh = meshOf([solid], origin)
  kept.set(solid, { origin, mesh })
  return mesh
}

/** Of more members than these nobody sees the fillets. */
const MOST_FINE = 300

/** Parts that each kind is drawn in, so that an edit renews only one of them. */
const PARTS = 32

/** The part that an element is drawn in, whatever comes and goes beside it. */
function partOf(id: string): number {
  let sum = 0
  for (let i = 0; i < id.length; i++) sum = (sum * 31 + id.charCodeAt(i)) >>> 0
  return sum % PARTS
}

/** The parts as they were drawn last. */
let last: { readonly origin: Point; readonly parts: ReadonlyMap<string, Part> } = {
  origin: { x: 0, y: 0 },
  parts: new Map(),
}

interface Part {
  readonly solids: readonly ModelSolid[]
  readonly solid: Solid
}

/**
 * What is drawn of a building: only what changed is cut into triangles anew, and only its part is put together.
 * @param sheets the corners of sheets: where nothing is built, the eye looks at them
 */
export function sceneOf(building: Building, picked: ReadonlySet<string>, sheets: readonly Vector3[] = []): Scene {
  const solids = solidsOf(building, building.members.length > MOST_FINE ? 'coarse' : 'fine')
  const box = extentOf(solids, solids.length === 0 ? sheets : [])
  const empty = solids.length === 0 && sheets.length === 0
  // Rounded, so that a small edit at the edge moves nothing else.
  const origin = empty ? { x: 0, y: 0 } : { x: Math.floor(box.minX / 1e5) * 1e5, y: Math.floor(box.minY / 1e5) * 1e5 }
  const groups = new Map<string, { kind: LookKind; picked: boolean; solids: ModelSolid[] }>()
  for (const solid of solids) {
    const isPicked = picked.has(solid.id)
    const key = `${solid.kind} ${isPicked} ${partOf(solid.id)}`
    const group = groups.get(key) ?? { kind: solid.kind, picked: isPicked, solids: [] }
    groups.set(key, group)
    group.solids.push(solid)
  }
  const stays = last.origin.x === origin.x && last.origin.y === origin.y
  const parts = new Map(
    [...groups].map(([key, group]): [string, Part] => {
      const former = stays ? last.parts.get(key) : undefined
      if (former && areSame(former.solids, group.solids)) return [key, former]
      return [key, { solids: group.solids, solid: solidOf(key, group, origin) }]
    }),
  )
  last = { origin, parts }
  return {
    solids: [...parts.values()].map(({ solid }) => solid),
    origin,
    size: empty
      ? { minX: 0, minY: 0, maxX: 10, maxY: 10, top: 3, foot: 0 }
      : {
          minX: (box.minX - origin.x) / 1000,
          minY: (box.minY - origin.y) / 1000,
          maxX: (box.maxX - origin.x) / 1000,
          maxY: (box.maxY - origin.y) / 1000,
          top: box.top / 1000,
          foot: box.foot / 1000,
        },
  }
}

const areSame = (a: readonly ModelSolid[], b: readonly ModelSolid[]): boolean =>
  a.length === b.length && a.every((solid, i) => solid === b[i])

function solidOf(
  key: string,
  group: { readonly kind: LookKind; readonly picked: boolean; readonly solids: readonly ModelSolid[] },
  origin: Point,
): Solid {
  const meshes = group.solids.map((solid) => ({ id: solid.id, ...trianglesOf(solid, origin) }))
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(joined(meshes.map(({ positions }) => positions)), 3))
  geometry.setAttribute('normal', new BufferAttribute(joined(meshes.map(({ normals }) => normals)), 3))
  const ends: number[] = []
  for (const { positions } of meshes) ends.push((ends.at(-1) ?? 0) + positions.length / 9)
  return {
    key,
    kind: group.kind,
    picked: group.picked,
    geometry,
    idAt: (triangle) => meshes[ends.findIndex((end) => triangle < end)]?.id,
  }
}

function joined(parts: readonly Float32Array[]): Float32Array {
  const all = new Float32Array(parts.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const part of parts) {
    all.set(part, at)
    at += part.length
  }
  return all
}
