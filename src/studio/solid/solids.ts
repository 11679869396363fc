import { BufferAttribute, BufferGeometry } from 'three'
import type { Building } from '@/core/building/building'
import { meshOf } from '@/core/building/mesh'
import { type Prism, type PrismKind, prismsOf } from '@/core/building/prisms'
import { boxOf } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'

/** One mesh of everything of a kind that looks alike. */
export interface Solid {
  readonly key: string
  readonly kind: PrismKind
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

/** Triangles of each prism, kept for as long as the prism stays as it is. */
const kept = new Map<string, { positions: Float32Array; normals: Float32Array }>()

function trianglesOf(prism: Prism, origin: Point) {
  const { ring, footMm, heightMm } = prism
  const key = `${origin.x} ${origin.y} ${footMm} ${heightMm} ${ring.map(({ x, y }) => `${x},${y}`).join(' ')}`
  const known = kept.get(key)
  if (known) return { key, mesh: known }
  const mesh = meshOf([prism], origin)
  kept.set(key, mesh)
  return { key, mesh }
}

/** What is drawn of a building: only what changed is cut into triangles anew. */
export function sceneOf(building: Building, picked: ReadonlySet<string>): Scene {
  const prisms = prismsOf(building)
  const box = boxOf(prisms.flatMap(({ ring }) => ring))
  const empty = prisms.length === 0
  // Rounded, so that a small edit at the edge moves nothing else.
  const origin = empty ? { x: 0, y: 0 } : { x: Math.floor(box.minX / 1e5) * 1e5, y: Math.floor(box.minY / 1e5) * 1e5 }
  const groups = new Map<string, { kind: PrismKind; picked: boolean; prisms: Prism[] }>()
  for (const prism of prisms) {
    const isPicked = picked.has(prism.id)
    const key = `${prism.kind} ${isPicked}`
    const group = groups.get(key) ?? { kind: prism.kind, picked: isPicked, prisms: [] }
    groups.set(key, group)
    group.prisms.push(prism)
  }
  const used = new Set<string>()
  const solids = [...groups].map(([key, group]): Solid => {
    const meshes = group.prisms.map((prism) => {
      const found = trianglesOf(prism, origin)
      used.add(found.key)
      return { id: prism.id, ...found.mesh }
    })
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
  })
  for (const key of kept.keys()) if (!used.has(key)) kept.delete(key)
  const heights = prisms.flatMap(({ footMm, heightMm }) => [footMm, footMm + heightMm])
  return {
    solids,
    origin,
    size: empty
      ? { minX: 0, minY: 0, maxX: 10, maxY: 10, top: 3, foot: 0 }
      : {
          minX: (box.minX - origin.x) / 1000,
          minY: (box.minY - origin.y) / 1000,
          maxX: (box.maxX - origin.x) / 1000,
          maxY: (box.maxY - origin.y) / 1000,
          top: heights.reduce((a, b) => Math.max(a, b)) / 1000,
          foot: heights.reduce((a, b) => Math.min(a, b)) / 1000,
        },
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
