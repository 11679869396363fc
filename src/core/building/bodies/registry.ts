import type { BuildingElement } from '../../model/building-shapes'
import type { ProjectRecord } from '../../model/registry'
import type { BodyKind, BodySizes, Prism, Storey } from './body'
import { columnBody } from './column'
import { roofBody } from './roof'
import { slabBody } from './slab'
import { stairBody } from './stair'

/**
 * How each element of the building becomes solid: by itself, by rules of its own that look at its neighbours, or never.
 * A kind that is forgotten here is an error of the types, and so is a solid that is forgotten below.
 */
const SOLID = {
  column: 'by itself',
  slab: 'by itself',
  roof: 'by itself',
  stair: 'by itself',
  wall: 'with its neighbours',
  opening: 'with its neighbours',
  member: 'with its neighbours',
  plate: 'with its neighbours',
  bolts: 'with its neighbours',
  space: 'never',
  separator: 'never',
  'grid-line': 'never',
} as const satisfies Record<BuildingElement['kind'], 'by itself' | 'with its neighbours' | 'never'>

type ByItself = { [K in keyof typeof SOLID]: (typeof SOLID)[K] extends 'by itself' ? K : never }[keyof typeof SOLID]

/** Elements that are solids by themselves. A new kind is a file beside this and a line here. */
export type Body = Extract<BuildingElement, { kind: ByItself }>

const BODIES: { [K in Body['kind']]: BodyKind<Extract<Body, { kind: K }>> } = {
  column: columnBody,
  slab: slabBody,
  roof: roofBody,
  stair: stairBody,
}

export const isBody = (record: ProjectRecord): record is Body => record.kind in BODIES

const kindOf = (body: Body): BodyKind<Body> => BODIES[body.kind] as BodyKind<never> as BodyKind<Body>

export const bodyWord = (body: Body): string => kindOf(body).word(body)

export const prismsOfBody = (body: Body, storey: Storey): Prism[] => kindOf(body).prisms(body, storey)

export const sizesOfBody = (body: Body, prisms: readonly Prism[]): BodySizes => kindOf(body).sizes(body, prisms)
