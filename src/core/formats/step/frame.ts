import type { Building } from '../../building/building'
import type { Hull } from '../../building/hull'
import { hullOf } from '../../building/members'
import { platePiecesOf } from '../../building/plate-pieces'
import { hullOfPlate } from '../../building/plates'
import { add3, cross3, squareTo, subtract3, unit3, type Vector3 } from '../../geometry/space'
import type { Point } from '../../geometry/vector'
import { convexParts } from '../../model/member/body'
import { type StepHead, stepHeader } from './dress'
import { DERIVED, type Ref, StepData, type StepValue, Typed, Whole, Word } from './part21'

/** A body of a frame with what it goes by. */
interface Body {
  readonly id: string
  readonly name: string
  readonly material: string
  /** Surfaces of its solids: a member with notches is several that touch. */
  readonly solids: readonly Hull['faces'][]
}

const SCHEMA = 'AUTOMOTIVE_DESIGN { 1 0 10303 214 1 1 1 1 }'

/** Members and plates with their marks. */
function bodiesOf({ pieces, plates, bolting }: Building): Body[] {
  return [
    ...pieces.flatMap(({ mark, members }) =>
      members.map((built) => {
        const { placed, start, end } = built.body
        const { section } = placed
        const notched = start.notches.length + end.notches.length > 0
        return {
          id: built.member.id,
          name: `${mark} ${section.name}`,
          material: section.stuff === 'steel' ? 'Steel' : 'Timber',
          solids: notched ? convexParts(built.body) : [hullOf(built, 'fine').faces],
        }
      }),
    ),
    ...platePiecesOf(plates, (id) => bolting.holes.get(id) ?? []).flatMap(({ mark, plates: alike }) =>
      alike.map((built) => ({
        id: built.plate.id,
        name: `${mark} t ${built.plate.thicknessMm}`,
        material: 'Steel',
        solids: [hullOfPlate(built, bolting.holes.get(built.plate.id) ?? []).faces],
      })),
    ),
  ]
}

/**
 * The members and plates of a frame as STEP (AP214): an assembly of one product each, as flat-faced solids where they
 * stand. Millimetres from a zero near the frame.
 */
export function writeFrameStep(building: Building, head: StepHead, zero: Point): string {
  const data = new StepData()
  const { context, productContext, definitionContext } = contexts(data)
  const axes = () =>
    data.share(
      'AXIS2_PLACEMENT_3D',
      '',
      data.share('CARTESIAN_POINT', '', [0, 0, 0]),
      data.share('DIRECTION', '', [0, 0, 1]),
      data.share('DIRECTION', '', [1, 0, 0]),
    )
  const product = (id: string, name: string, about: string) => {
    const own = data.add('PRODUCT', id, name, about, [productContext])
    const formation = data.add('PRODUCT_DEFINITION_FORMATION', '', '', own)
    return data.add('PRODUCT_DEFINITION', 'design', '', formation, definitionContext)
  }
  const represented = (definition: Ref, representation: Ref) =>
    data.add(
      'SHAPE_DEFINITION_REPRESENTATION',
      data.add('PRODUCT_DEFINITION_SHAPE', '', '', definition),
      representation,
    )
  const root = product(head.name, head.name, '')
  const rootShape = data.add('SHAPE_REPRESENTATION', '', [axes()], context)
  represented(root, rootShape)
  const styles = new Map<string, Ref>()
  const styled: Ref[] = []
  bodiesOf(building).forEach(({ id, name, material, solids }, i) => {
    const definition = product(id, name, material)
    const breps = solids.map((faces) => facets(data, name, faces, zero))
    const shape = data.add('FACETED_BREP_SHAPE_REPRESENTATION', name, [axes(), ...breps], context)
    represented(definition, shape)
    const property = data.add('PROPERTY_DEFINITION', 'material property', 'material name', definition)
    const item = data.add('DESCRIPTIVE_REPRESENTATION_ITEM', material, material)
    data.add(
      'PROPERTY_DEFINITION_REPRESENTATION',
      property,
      data.add('REPRESENTATION', 'material name', [item], context),
    )
    const style = styles.get(material) ?? colourOf(data, material)
    styles.set(material, style)
    styled.push(...breps.map((solid) => data.add('STYLED_ITEM', '', [style], solid)))
    const use = data.add('NEXT_ASSEMBLY_USAGE_OCCURRENCE', String(i + 1), name, '', root, definition, undefined)
    const moved = data.add('ITEM_DEFINED_TRANSFORMATION', '', '', axes(), axes())
    const related = data.addComplex(
      ['REPRESENTATION_RELATIONSHIP', '', '', shape, rootShape],
      ['REPRESENTATION_RELATIONSHIP_WITH_TRANSFORMATION', moved],
      ['SHAPE_REPRESENTATION_RELATIONSHIP'],
    )
    data.add(
      'CONTEXT_DEPENDENT_SHAPE_REPRESENTATION',
      related,
      data.add('PRODUCT_DEFINITION_SHAPE', 'Placement', '', use),
    )
  })
  if (styled.length > 0) data.add('MECHANICAL_DESIGN_GEOMETRIC_PRESENTATION_REPRESENTATION', '', styled, context)
  return [stepHeader(head, SCHEMA), data.text(), 'ENDSEC;', 'END-ISO-10303-21;', ''].join('\n')
}

function contexts(data: StepData) {
  const unit = (kind: string, ...name: StepValue[]) =>
    data.addComplex([kind], ['NAMED_UNIT', DERIVED], ['SI_UNIT', ...name])
  const length = unit('LENGTH_UNIT', new Word('MILLI'), new Word('METRE'))
  const angle = unit('PLANE_ANGLE_UNIT', undefined, new Word('RADIAN'))
  const solid = unit('SOLID_ANGLE_UNIT', undefined, new Word('STERADIAN'))
  const fine = data.add(
    'UNCERTAINTY_MEASURE_WITH_UNIT',
    new Typed('LENGTH_MEASURE', 1e-6),
    length,
    'distance_accuracy_value',
    '',
  )
  const context = data.addComplex(
    ['GEOMETRIC_REPRESENTATION_CONTEXT', new Whole(3)],
    ['GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT', [fine]],
    ['GLOBAL_UNIT_ASSIGNED_CONTEXT', [length, angle, solid]],
    ['REPRESENTATION_CONTEXT', '', '3D'],
  )
  const application = data.add('APPLICATION_CONTEXT', 'core data for automotive mechanical design processes')
  data.add(
    'APPLICATION_PROTOCOL_DEFINITION',
    'international standard',
    'automotive_design',
    new Whole(2000),
    application,
  )
  return {
    context,
    productContext: data.add('PRODUCT_CONTEXT', '', application, 'mechanical'),
    definitionContext: data.add('PRODUCT_DEFINITION_CONTEXT', 'part definition', application, 'design'),
  }
}

/** A flat-faced solid: every corner once. */
function facets(data: StepData, name: string, faces: Hull['faces'], zero: Point): Ref {
  const corner = ({ x, y, z }: Vector3) =>
    data.share('CARTESIAN_POINT', '', [tidy(x - zero.x), tidy(y - zero.y), tidy(z)])
  const shell = data.add(
    'CLOSED_SHELL',
    '',
    faces.flatMap((face) => {
      const corners = [...new Set(face.map(corner))]
      const plane = planeOf(data, face, corners)
      if (!plane) return []
      const bound = data.add('FACE_OUTER_BOUND', '', data.add('POLY_LOOP', '', corners), true)
      return [data.add('FACE_SURFACE', '', [bound], plane, true)]
    }),
  )
  return data.add('FACETED_BREP', name, shell)
}

/** The plane of a flat face, its normal outwards; null for a face without area. */
function planeOf(data: StepData, face: readonly Vector3[], corners: readonly Ref[]): Ref | null {
  const normal = face.reduce(
    (sum, p, i) => add3(sum, cross3(subtract3(p, face[0]!), subtract3(face[(i + 1) % face.length]!, face[0]!))),
    { x: 0, y: 0, z: 0 },
  )
  const out = unit3(normal)
  if (!out || corners.length < 3) return null
  const direction = ({ x, y, z }: Vector3) => data.share('DIRECTION', '', [x, y, z])
  return data.add('PLANE', '', data.add('AXIS2_PLACEMENT_3D', '', corners[0], direction(out), direction(squareTo(out))))
}

/** A millionth of a millimetre: corners that faces share are written once. */
const tidy = (mm: number): number => Math.round(mm * 1e6) / 1e6

/** Red, green and blue by what a body is made of. */
const COLOURS: Readonly<Record<string, readonly [number, number, number]>> = {
  Steel: [0.45, 0.5, 0.55],
  Timber: [0.8, 0.62, 0.4],
}

function colourOf(data: StepData, material: string): Ref {
  const colour = data.add('COLOUR_RGB', material, ...(COLOURS[material] ?? [0.7, 0.7, 0.7]))
  const fill = data.add('FILL_AREA_STYLE', material, [data.add('FILL_AREA_STYLE_COLOUR', '', colour)])
  const side = data.add('SURFACE_SIDE_STYLE', '', [data.add('SURFACE_STYLE_FILL_AREA', fill)])
  return data.add('PRESENTATION_STYLE_ASSIGNMENT', [data.add('SURFACE_STYLE_USAGE', new Word('BOTH'), side)])
}
