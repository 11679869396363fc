import { array, type InferType, lazy, object, string } from 'yup'
import { inNumericOrder } from '../../text/numeric-order'
import { recordsOf } from '../by-kind'
import { finite, idSchema, lengthMm } from '../fields'
import { type PartStep, STEP_SCHEMAS } from './steps'

type StepKind = keyof typeof STEP_SCHEMAS

const stepSchema = lazy((value: unknown) => {
  const kind = (value as { kind?: unknown } | null)?.kind
  return (
    typeof kind === 'string' && kind in STEP_SCHEMAS ? STEP_SCHEMAS[kind as StepKind] : STEP_SCHEMAS.raise
  ).required()
})

/** A part: a solid by the steps that make it, in a space of its own; its views are work planes that name it. */
export const partSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['part'] as const)
    .required(),
  name: string().trim().min(1).max(100).required(),
  /** By its name in the table of materials. */
  material: string().max(100).required(),
  steps: array(stepSchema).max(500).required(),
  /** How far a stated dimension may lie from what its sheet shows before that is told; the usual tolerance where left out. */
  toleranceMm: lengthMm().min(0).optional(),
  /** Figures that rules of making have here, where they are not the usual ones. */
  limits: array(object({ rule: string().max(100).required(), figure: finite().min(0).required() }).noUnknown())
    .max(100)
    .optional(),
}).noUnknown()

export type Part = Omit<InferType<typeof partSchema>, 'steps'> & { readonly steps: readonly PartStep[] }

/** The parts of a project, by their names. */
export const partsOf = (records: ReadonlyMap<string, { readonly id: string; readonly kind: string }>): Part[] =>
  recordsOf<Part>('part', records).toSorted((a, b) => inNumericOrder(a.name, b.name))
