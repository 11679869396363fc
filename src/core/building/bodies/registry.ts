import type { BuildingElement } from '../../model/building-shapes'
import type { ProjectRecord } from '../../model/registry'
import type { Prism, Storey } from './body'
import { columnPrisms } from './column'
import { roofPrisms } from './roof'
import { slabPrisms } from './slab'
import { stairPrisms } from './stair'

/** Elements that are solids by themselves: all but walls with their openings. A new kind is a file beside this and a line here. */
export type Body = Extract<BuildingElement, { kind: 'column' | 'slab' | 'roof' | 'stair' }>

const BODIES: { [K in Body['kind']]: (body: Extract<Body, { kind: K }>, storey: Storey) => Prism[] } = {
  column: columnPrisms,
  slab: slabPrisms,
  roof: roofPrisms,
  stair: stairPrisms,
}

export const isBody = (record: ProjectRecord): record is Body => record.kind in BODIES

export const prismsOfBody = (body: Body, storey: Storey): Prism[] =>
  (BODIES[body.kind] as (body: Body, storey: Storey) => Prism[])(body, storey)
