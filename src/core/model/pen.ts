import { number, object, string } from 'yup'
import { idSchema } from './fields'

/** How a line is drawn: through, or broken. */
export const LINE_TYPES = ['full', 'dashed', 'dotted', 'chain'] as const
export type LineType = (typeof LINE_TYPES)[number]

/** Dash and gap lengths of each type on paper, millimetres (after ISO 128-2, for a pen of 0.35 mm). */
export const DASHES_MM: Record<LineType, readonly number[]> = {
  full: [],
  dashed: [4.2, 1.1],
  dotted: [0.2, 1.1],
  chain: [8.4, 1.1, 0.2, 1.1],
}

export const colorSchema = () => string().matches(/^#[0-9a-f]{6}$/, 'A colour is written like #155457.')
export const weightMm = () => number().min(0).max(5)

/** What differs from the layer's own pen. */
export const penSchema = object({
  color: colorSchema().optional(),
  line: string<LineType>().oneOf(LINE_TYPES).optional(),
  weightMm: weightMm().optional(),
}).noUnknown()

export interface Pen {
  readonly color: string
  readonly line: LineType
  readonly weightMm: number
}

/** Fields of everything that is drawn by lines. */
export const drawnFields = {
  id: idSchema.required(),
  layerId: idSchema.required(),
  /** The work plane that it lies on; the plan where left out. */
  planeId: idSchema.optional(),
  pen: penSchema.optional().default(undefined),
  /** The underlay that it was traced or lifted from, where that is known. */
  tracedFrom: idSchema.optional(),
}
