import { array, boolean, type InferType, mixed, object, string } from 'yup'
import { drawnFields } from '../pen'

const FARTHEST_MM = 4e10

/** Flat lists of numbers are checked in one go: Yup would take each number for a field. */
export const numbers = (least: number, most: number) =>
  mixed<number[]>((value): value is number[] => Array.isArray(value)).test(
    'numbers',
    `A list of ${least} to ${most} finite numbers is wanted.`,
    (value) =>
      value === undefined ||
      (value.length >= least &&
        value.length <= most &&
        value.every((each) => typeof each === 'number' && Math.abs(each) <= FARTHEST_MM)),
  )

export const coordinates = (fewest: number) =>
  numbers(fewest * 2, 400_000)
    .test('pairs', 'Coordinates come in pairs.', (value) => value === undefined || value.length % 2 === 0)
    .required()

/** x, y of each vertex, with the bulges of what follows them where that is an arc. */
export const ringSchema = object({ xy: coordinates(2), bulges: numbers(0, 200_000).optional() }).noUnknown()
export const MOST_RINGS = 1000
export const ringsSchema = array(ringSchema.required()).min(1).max(MOST_RINGS).required()

/** Straight pieces and arcs that follow one another: a line, a polyline, a rectangle, an arc. */
export const pathSchema = object({
  ...drawnFields,
  kind: string()
    .oneOf(['path'] as const)
    .required(),
  xy: coordinates(2),
  /** For each vertex the tangent of a quarter of the sweep of the arc after it, 0 where that is straight; left out where all are. */
  bulges: numbers(0, 200_000).optional(),
  closed: boolean().required(),
  /** How it was drawn over its sheet, where stated dimensions have changed it since. */
  drawn: ringSchema.optional().default(undefined),
}).noUnknown()

export type Path = InferType<typeof pathSchema>
export type Ring = InferType<typeof ringSchema>
