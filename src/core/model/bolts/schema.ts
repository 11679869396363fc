import { type InferType, number, object, string } from 'yup'
import { boltSize } from '../../fasteners/sizes'
import { finite, idSchema, lengthMm, pointSchema } from '../fields'

const count = () => number().integer().min(1).max(50).required()

/** A group of bolts through a plate and whatever lies against it (IfcMechanicalFastener). */
export const boltsSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['bolts'] as const)
    .required(),
  levelId: idSchema.required(),
  plateId: idSchema.required(),
  /** The middle of the group, in the plane of the plate. */
  at: pointSchema.required(),
  turnRad: finite().required(),
  rows: count(),
  columns: count(),
  rowPitchMm: lengthMm().positive().max(10_000).required(),
  columnPitchMm: lengthMm().positive().max(10_000).required(),
  size: string()
    .test('size', 'There is no such size of bolt.', (name) => name === undefined || boltSize(name) !== undefined)
    .required(),
  grade: string().min(1).max(20).required(),
  copyOf: idSchema.optional(),
}).noUnknown()

export type Bolts = InferType<typeof boltsSchema>

/** The middles of the holes, in the plane of the plate. */
export function holeMiddles({ at, turnRad, rows, columns, rowPitchMm, columnPitchMm }: Bolts) {
  const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)]
  return Array.from({ length: rows * columns }, (_, i) => {
    const x = ((i % columns) - (columns - 1) / 2) * columnPitchMm
    const y = (Math.floor(i / columns) - (rows - 1) / 2) * rowPitchMm
    return { x: at.x + x * cos - y * sin, y: at.y + x * sin + y * cos }
  })
}
