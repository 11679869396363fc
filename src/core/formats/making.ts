import { boolean, type InferType, number, object, string } from 'yup'
import { idSchema } from '../model/fields'
import type { LengthUnit } from '../units/length'
import { IFC_RELEASES, type IfcRelease } from './ifc/release'
import { PAPER_NAMES, type PaperName, paperNamed } from './paper/papers'

/** A revision of the project. */
const stateField = (name: string) =>
  number()
    .typeError(`A state is a revision of the project: ${name}=12.`)
    .integer()
    .min(0)
    .max(2 ** 31 - 1)
    .optional()

/** What of a project is handed over, and how a plan is laid on paper; the lowest level on A3, at the largest scale that fits, where nothing is said. */
export const handOverChoiceSchema = object({
  level: idSchema.optional(),
  /** The work plane, where one is handed over as DXF: its id or its name; the first one where nothing is said. */
  plane: string().max(100).optional(),
  /** The part, where one is handed over: its id or its name; the first one where nothing is said. */
  part: string().max(100).optional(),
  /** The face of it, where one is handed over: a word, or its middle in parts of the size; the upper one where nothing is said. */
  face: string().max(100).optional(),
  paper: string<PaperName>()
    .oneOf([...PAPER_NAMES], `There are the papers ${PAPER_NAMES.join(', ')}.`)
    .optional(),
  scale: number().typeError('A scale is a number: 100 for 1:100.').positive().max(1e6).optional(),
  /** The unit of a DXF; millimetres where nothing is said. */
  unit: string<LengthUnit>()
    .oneOf(['mm', 'cm', 'm', 'in', 'ft'], 'There are the units mm, cm, m, in and ft.')
    .optional(),
  /** The release of an IFC; IFC 4 where nothing is said. */
  release: string<IfcRelease>()
    .oneOf([...IFC_RELEASES], `There are the releases ${IFC_RELEASES.join(' and ')}.`)
    .optional(),
  /** Whether the sheets go out beneath what was traced on them. */
  sheets: boolean().typeError('Sheets are asked for by sheets=true.').optional(),
  /** Where changes of a sheet are told: the pages that are compared. */
  older: idSchema.optional(),
  newer: idSchema.optional(),
  /** The revision of the project that goes out; the present one where nothing is said. */
  at: stateField('at'),
  /** Where differences are told: the revision since which; from the beginning where nothing is said. */
  since: stateField('since'),
  /** Whether all levels go out, each on a page of its own. */
  set: boolean().typeError('A set is asked for by set=true.').optional(),
})

export type HandOverChoice = InferType<typeof handOverChoiceSchema>

const truthOf = (text: string): boolean | string => (text === 'true' ? true : text === 'false' ? false : text)

/** The same from where everything is text: a query, or the command line. */
export function choiceFields(fields: Readonly<Record<string, string | undefined>>): Record<string, unknown> {
  const { scale, set, sheets, paper, at, since, ...rest } = fields
  return {
    ...rest,
    ...(paper !== undefined && { paper: paperNamed(paper) ?? paper }),
    ...(scale && { scale: Number(scale) }),
    ...(at !== undefined && { at: Number(at) }),
    ...(since !== undefined && { since: Number(since) }),
    ...(set !== undefined && { set: truthOf(set) }),
    ...(sheets !== undefined && { sheets: truthOf(sheets) }),
  }
}

/** Work that takes a while: what is asked for. */
export type MakingRequest =
  | { readonly kind: 'hand-over'; readonly format: string; readonly on: HandOverChoice }
  | { readonly kind: 'take-in' }
  | {
      readonly kind: 'issue'
      readonly issueId: string
      readonly revision: number
      readonly formats: readonly string[]
      readonly on: HandOverChoice
    }

/** How such work stands, as clients see it. */
export interface MakingView {
  readonly id: string
  readonly status: 'waiting' | 'working' | 'done' | 'failed' | 'stopped'
  /** From 0 to 1. */
  readonly progress: number
  /** A sentence where it could not be done. */
  readonly problem: string | null
  /** The project that an archive became. */
  readonly projectId: string | null
}
