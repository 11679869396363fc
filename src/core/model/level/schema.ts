import { type InferType, object, string } from 'yup'
import { type AnyRecord, recordsOf } from '../by-kind'
import { idSchema, lengthMm } from '../fields'
import { keptByRecords } from '../kept'

/** A storey, by the height of its floor above the project's zero. */
export const levelSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['level'] as const)
    .required(),
  name: string().trim().min(1).max(100).required(),
  elevationMm: lengthMm().required(),
  /** From its floor to the next level's; see STOREY_MM where it is not given. */
  heightMm: lengthMm().positive().optional(),
}).noUnknown()

export type Level = InferType<typeof levelSchema>

/** The level that every project begins with. */
export const FIRST_LEVEL: Level = { id: 'level-0', kind: 'level', name: 'Ground', elevationMm: 0 }

/** Height from one level to the next where none is given: a usual storey. */
export const STOREY_MM = 3000

/** Height of a storey: its own, else to the next level above, else a usual one. */
export function storeyHeightMm(level: Level, levels: readonly Level[]): number {
  const above = levels.map(({ elevationMm }) => elevationMm - level.elevationMm).filter((height) => height > 0)
  return level.heightMm ?? (above.length > 0 ? Math.min(...above) : STOREY_MM)
}

/** The level of an element; those from before there were levels lie on the first one. */
export const levelIdOf = ({ levelId }: { readonly levelId?: string | undefined }): string => levelId ?? FIRST_LEVEL.id

/** All levels, the lowest first. */
export const levelsOf = keptByRecords((records: ReadonlyMap<string, AnyRecord>) =>
  recordsOf<Level>('level', records).toSorted((a, b) => a.elevationMm - b.elevationMm),
)

/** All levels with the one that every project begins with, which needs no record of its own; the lowest first. */
export const withFirstLevel = keptByRecords((records: ReadonlyMap<string, AnyRecord>): readonly Level[] => {
  const levels = levelsOf(records)
  return levels.some(({ id }) => id === FIRST_LEVEL.id)
    ? levels
    : [...levels, FIRST_LEVEL].sort((a, b) => a.elevationMm - b.elevationMm)
})

/** The id of the level under another one; null under the lowest. */
export function levelBelow(records: ReadonlyMap<string, AnyRecord>, levelId: string): string | null {
  const levels = levelsOf(records)
  return levels[levels.findIndex(({ id }) => id === levelId) - 1]?.id ?? null
}
