import { array, boolean, type InferType, mixed, number, object, string, ValidationError } from 'yup'
import { finite, idSchema } from '../model/fields'
import { type ProjectRecord, validateRecord } from '../model/registry'
import { NewerModelError } from '../model/versions/migration'
import { upgraded } from '../model/versions/registry'
import { SOURCE_KINDS, type SourceKind } from '../sheet/kinds'
import { storable } from '../text/storable'

/** Where an archive says what it holds. */
export const MANIFEST = 'project.json'

const sheetSchema = object({
  id: idSchema.required(),
  /** From 1. */
  number: number().integer().min(1).required(),
  label: string().max(300).nullable().defined(),
  widthPt: finite().min(0).required(),
  heightPt: finite().min(0).required(),
  zeroX: finite().required(),
  zeroY: finite().required(),
  /** Of a storey of a building model. */
  elevationMm: number().min(-1e9).max(1e9).nullable().optional(),
  dpi: number().positive().nullable().defined(),
  dpiStated: boolean().nullable().defined(),
  dpiSet: number().positive().nullable().defined(),
}).noUnknown()

const sourceSchema = object({
  id: idSchema.required(),
  name: string().min(1).max(200).required(),
  kind: string<SourceKind>().oneOf(SOURCE_KINDS).required(),
  /** Where its bytes stand in the archive. */
  file: string().min(1).max(400).required(),
  /** In archives of before; now whoever takes one in is asked. */
  password: string().max(1000).nullable().optional(),
  producer: string().max(1000).nullable().defined(),
  supersedes: idSchema.nullable().defined(),
  sheets: array(sheetSchema.required()).max(100_000).required(),
}).noUnknown()

const archiveSchema = object({
  format: string()
    .oneOf(['calque-archive'] as const)
    .required(),
  version: number()
    .oneOf([1] as const)
    .required(),
  /** The version of the model in which its records are written; the first where nothing is said. */
  model: number().integer().min(1),
  /** What tells the project from every other one; identifiers in its files follow from it. */
  id: string().min(1).max(200).optional(),
  name: string().trim().min(1).max(200).required(),
  records: array(mixed().required()).required(),
  sources: array(sourceSchema.required()).max(10_000).required(),
}).noUnknown()

/** A project with all that it is drawn from: what stands beside the files of an archive. */
export type ArchiveManifest = Omit<InferType<typeof archiveSchema>, 'records'> & {
  readonly records: readonly ProjectRecord[]
}

/** An archive that can't be taken in, with a sentence that says why. */
export class ArchiveError extends Error {}

/** Reads what an archive says of itself. @throws ArchiveError */
export function readManifest(text: string): ArchiveManifest {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch {
    throw new ArchiveError(`Its ${MANIFEST} is not JSON.`)
  }
  try {
    const manifest = archiveSchema.validateSync(json, { strict: true })
    const from = manifest.model ?? 1
    const records = manifest.records.map((record) => storable(validateRecord(upgraded(record as ProjectRecord, from))))
    return storable({ ...manifest, records })
  } catch (error) {
    if (error instanceof NewerModelError) throw new ArchiveError('It was made with a newer Calque than this one.')
    if (error instanceof ValidationError)
      throw new ArchiveError(`Its ${MANIFEST} is no project of Calque: ${error.errors[0]!.replace(/\.$/, '')}.`)
    throw error
  }
}
