import type { Vector3 } from '../../geometry/space'
import { colourOfMaterial } from '../../part/material-look'
import { xmlElement as element, writeXml } from '../xml'

/** A closed surface as triangles: three corners for each, and which they are. Millimetres. */
export interface TriangleMesh {
  /** x, y, z of each corner; corners of one place may stand there several times. */
  readonly positions: ArrayLike<number>
  readonly triangles: ArrayLike<number>
}

/** Corners that lie nearer to one another are one, in millimetres: far below what is printed. */
const SAME_MM = 1e-5

/** The corners of a mesh, each place once, and the triangles over them; those without an area are left out. */
export function welded({ positions, triangles }: TriangleMesh): {
  readonly corners: readonly Vector3[]
  readonly triangles: readonly (readonly [number, number, number])[]
} {
  const known = new Map<string, number>()
  const corners: Vector3[] = []
  const indexOf = (corner: number): number => {
    const [x, y, z] = [0, 1, 2].map((i) => positions[3 * corner + i]!) as [number, number, number]
    const key = [x, y, z].map((each) => Math.round(each / SAME_MM)).join(' ')
    const found = known.get(key)
    if (found !== undefined) return found
    known.set(key, corners.length)
    corners.push({ x, y, z })
    return corners.length - 1
  }
  const all = Array.from({ length: triangles.length / 3 }, (_, i) => {
    const [a, b, c] = [0, 1, 2].map((k) => indexOf(triangles[3 * i + k]!)) as [number, number, number]
    return [a, b, c] as const
  })
  return { corners, triangles: all.filter(([a, b, c]) => a !== b && b !== c && c !== a) }
}

const figure = (mm: number): string => String(Math.round(mm * 1e6) / 1e6)

const SCHEMAS = 'http://schemas.microsoft.com/3dmanufacturing'
const OPEN_PACKAGING = 'http://schemas.openxmlformats.org/package/2006'

const CONTENT_TYPES = element('Types', { xmlns: `${OPEN_PACKAGING}/content-types` }, [
  element('Default', {
    Extension: 'rels',
    ContentType: 'application/vnd.openxmlformats-package.relationships+xml',
  }),
  element('Default', { Extension: 'model', ContentType: 'application/vnd.ms-package.3dmanufacturing-3dmodel+xml' }),
])

const RELATIONSHIPS = element('Relationships', { xmlns: `${OPEN_PACKAGING}/relationships` }, [
  element('Relationship', { Target: '/3D/3dmodel.model', Id: 'rel0', Type: `${SCHEMAS}/2013/01/3dmodel` }),
])

/** The files of a 3MF package (3MF Consortium, core specification 1.3), by their paths; with what it is made of. */
export function write3mf(mesh: TriangleMesh, name: string, material: string): ReadonlyMap<string, string> {
  const { corners, triangles } = welded(mesh)
  const vertices = corners.map(({ x, y, z }) => element('vertex', { x: figure(x), y: figure(y), z: figure(z) }))
  const faces = triangles.map(([a, b, c]) => element('triangle', { v1: String(a), v2: String(b), v3: String(c) }))
  const solid = element('mesh', {}, [element('vertices', {}, vertices), element('triangles', {}, faces)])
  const model = element('model', { unit: 'millimeter', 'xml:lang': 'en-US', xmlns: `${SCHEMAS}/core/2015/02` }, [
    element('metadata', { name: 'Title' }, [name]),
    element('resources', {}, [
      element('basematerials', { id: '2' }, [
        element('base', { name: material, displaycolor: colourOfMaterial(material).toUpperCase() }),
      ]),
      element('object', { id: '1', type: 'model', name, pid: '2', pindex: '0' }, [solid]),
    ]),
    element('build', {}, [element('item', { objectid: '1' })]),
  ])
  return new Map([
    ['[Content_Types].xml', writeXml(CONTENT_TYPES)],
    ['_rels/.rels', writeXml(RELATIONSHIPS)],
    ['3D/3dmodel.model', writeXml(model)],
  ])
}
