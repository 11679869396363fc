import type { PrismKind } from '../../building/bodies/body'
import type { Building } from '../../building/building'
import type { HullKind } from '../../building/hull'
import { meshOf } from '../../building/mesh'
import { type Solid, solidsOf } from '../../building/prisms'
import type { Point } from '../../geometry/vector'

type Kind = PrismKind | HullKind

/** Colours of what is built, as linear factors (glTF 2.0, pbrMetallicRoughness). */
const COLORS: Record<Kind, readonly [number, number, number, number]> = {
  wall: [0.78, 0.74, 0.66, 1],
  column: [0.45, 0.47, 0.47, 1],
  slab: [0.6, 0.6, 0.58, 1],
  roof: [0.45, 0.3, 0.22, 1],
  stair: [0.55, 0.52, 0.47, 1],
  pane: [0.55, 0.75, 0.8, 0.45],
  leaf: [0.42, 0.23, 0.13, 1],
  steel: [0.12, 0.24, 0.26, 1],
  timber: [0.62, 0.42, 0.2, 1],
  plate: [0.2, 0.32, 0.36, 1],
  bolt: [0.3, 0.3, 0.28, 1],
  fixture: [0.5, 0.56, 0.55, 1],
}

const FLOAT = 5126
const ARRAY_BUFFER = 34962

/** What a node is made of: its name, and its colour as linear factors. */
export interface GlbMaterial {
  readonly name: string
  readonly color: readonly [number, number, number, number]
}

/** One node: triangles by their corners, three after another, in metres, z up. */
export interface GlbNode {
  readonly name: string
  readonly material: GlbMaterial
  readonly positions: Float32Array
  readonly normals: Float32Array
}

/**
 * A building as binary glTF 2.0: metres, y up, one node an element, named by its id.
 * @param origin the place that becomes zero, in model millimetres
 */
export function writeGlb(building: Building, name: string, origin: Point): Uint8Array {
  const byElement = new Map<string, Solid[]>()
  for (const solid of solidsOf(building)) byElement.set(solid.id, [...(byElement.get(solid.id) ?? []), solid])
  const nodes = [...byElement].map(([id, solids]) => {
    const { kind } = solids[0]!
    return { name: id, material: { name: kind, color: COLORS[kind] }, ...meshOf(solids, origin) }
  })
  return writeGlbNodes(nodes, name, origin)
}

/** Nodes as binary glTF 2.0: metres, y up. @param zero what became zero, in model millimetres; the file tells it */
export function writeGlbNodes(nodes: readonly GlbNode[], name: string, zero?: Point): Uint8Array {
  const materials: GlbMaterial[] = []
  const indexOf = (wanted: GlbMaterial): number => {
    const found = materials.findIndex(({ name: known }) => known === wanted.name)
    return found >= 0 ? found : materials.push(wanted) - 1
  }
  const chunks: Float32Array[] = []
  const views: object[] = []
  const accessors: object[] = []
  let offset = 0
  const accessor = (values: Float32Array, bounded: boolean): number => {
    views.push({ buffer: 0, byteOffset: offset, byteLength: values.byteLength, target: ARRAY_BUFFER })
    accessors.push({
      bufferView: views.length - 1,
      componentType: FLOAT,
      count: values.length / 3,
      type: 'VEC3',
      ...(bounded && bounds(values)),
    })
    chunks.push(values)
    offset += values.byteLength
    return accessors.length - 1
  }
  const meshes = nodes.map(({ name: id, material, positions, normals }) => ({
    name: id,
    primitives: [
      {
        attributes: { POSITION: accessor(yUp(positions), true), NORMAL: accessor(yUp(normals), false) },
        material: indexOf(material),
      },
    ],
  }))
  const json = {
    asset: {
      version: '2.0',
      generator: 'Calque',
      ...(zero && { extras: { zeroMm: [zero.x, zero.y] } }),
    },
    scene: 0,
    scenes: [{ name, nodes: meshes.map((_, i) => i) }],
    nodes: meshes.map(({ name: id }, i) => ({ name: id, mesh: i })),
    meshes,
    materials: materials.map(({ name: word, color }) => ({
      name: word,
      pbrMetallicRoughness: { baseColorFactor: color, metallicFactor: 0, roughnessFactor: 0.9 },
      ...(color[3] < 1 && { alphaMode: 'BLEND' }),
    })),
    accessors,
    bufferViews: views,
    buffers: [{ byteLength: offset }],
  }
  return container(meshes.length > 0 ? json : emptied(json), chunks, offset)
}

/** An empty list is not allowed anywhere in glTF. */
function emptied(json: object): object {
  const kept = Object.entries(json).filter(([, value]) => !Array.isArray(value) || value.length > 0)
  return Object.fromEntries(
    kept.map(([key, value]) => (key === 'scenes' ? [key, [{}]] : [key, value])).filter(([key]) => key !== 'buffers'),
  )
}

/** glTF's y points up and its z towards the viewer. */
function yUp(values: Float32Array): Float32Array {
  const turned = new Float32Array(values.length)
  for (let i = 0; i < values.length; i += 3) {
    turned[i] = values[i]!
    turned[i + 1] = values[i + 2]!
    turned[i + 2] = -values[i + 1]!
  }
  return turned
}

function bounds(values: Float32Array): { min: number[]; max: number[] } {
  const min = [Infinity, Infinity, Infinity]
  const max = [-Infinity, -Infinity, -Infinity]
  values.forEach((value, i) => {
    min[i % 3] = Math.min(min[i % 3]!, value)
    max[i % 3] = Math.max(max[i % 3]!, value)
  })
  return { min, max }
}

/** The GLB container: a header and two chunks, each padded to four bytes (glTF 2.0, 4.4). */
function container(json: object, chunks: readonly Float32Array[], binaryBytes: number): Uint8Array {
  const text = new TextEncoder().encode(JSON.stringify(json))
  const padded = Math.ceil(text.length / 4) * 4
  const hasBinary = binaryBytes > 0
  const total = 12 + 8 + padded + (hasBinary ? 8 + binaryBytes : 0)
  const bytes = new Uint8Array(total)
  const view = new DataView(bytes.buffer)
  const words = [0x46546c67, 2, total, padded, 0x4e4f534a]
  words.forEach((word, i) => {
    view.setUint32(i * 4, word, true)
  })
  bytes.fill(0x20, 20, 20 + padded)
  bytes.set(text, 20)
  if (!hasBinary) return bytes
  view.setUint32(20 + padded, binaryBytes, true)
  view.setUint32(24 + padded, 0x004e4942, true)
  let at = 28 + padded
  for (const chunk of chunks) {
    bytes.set(new Uint8Array(chunk.buffer, chunk.byteOffset, chunk.byteLength), at)
    at += chunk.byteLength
  }
  return bytes
}
