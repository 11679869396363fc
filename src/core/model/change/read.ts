import { mixed, number, object, string, ValidationError } from 'yup'
import { storable, unstorablePath } from '../../text/storable'
import { idSchema } from '../fields'
import { type ProjectRecord, validateRecord } from '../registry'
import { NewerModelError } from '../versions/migration'
import { MODEL_VERSION, upgraded } from '../versions/registry'
import { type Change, type Edit, MOST_EDITS } from './change'

/** A change but for its records, which are looked at one by one: see readChange. */
export const changeSchema = object({
  id: idSchema.required(),
  label: string().max(120).required(),
  cause: string<Change['cause']>().oneOf(['edit', 'undo', 'redo']).required(),
  of: idSchema.nullable().defined(),
  edits: mixed<readonly unknown[]>((value): value is unknown[] => Array.isArray(value)).required(),
  /** The version of the model in which its records are written; the present one where nothing is said. */
  version: number().integer().min(1),
}).noUnknown()

/** What is wrong with a change that came from outside; each message is a sentence or the place and what is wanted there. */
export class ChangeError extends Error {
  constructor(readonly faults: readonly string[]) {
    super(faults.join('; '))
  }
}

/** Edits that are looked at before others get their turn. */
const EDITS_IN_A_ROW = 100

/**
 * Checks something from outside to be a change. Of each record only what it becomes is checked: what it was before is
 * compared with what is kept, so that what was written in an older form can still be changed and removed.
 * @param pause is waited for now and then, so that a large change does not hold up what else is to be done
 * @throws ChangeError
 */
export async function readChange(candidate: unknown, pause: () => Promise<void>): Promise<Change> {
  const unfit = unstorablePath(candidate)
  if (unfit) throw new ChangeError([`${unfit} holds a character that no text can hold (U+0000 or half of a pair)`])
  const { version = MODEL_VERSION, edits, ...rest } = envelopeOf(candidate)
  if (edits.length === 0) throw new ChangeError(['edits must have at least 1 item'])
  if (edits.length > MOST_EDITS) throw new ChangeError([`edits must have at most ${MOST_EDITS} items`])
  const read: Edit[] = []
  for (const [i, edit] of edits.entries()) {
    if (i % EDITS_IN_A_ROW === EDITS_IN_A_ROW - 1) await pause()
    read.push(readEdit(edit, `edits[${i}]`, version))
  }
  return { ...rest, edits: read }
}

function envelopeOf(candidate: unknown) {
  try {
    return changeSchema.validateSync(candidate, { strict: true, abortEarly: false })
  } catch (error) {
    throw error instanceof ValidationError ? new ChangeError(error.errors) : error
  }
}

function readEdit(edit: unknown, path: string, version: number): Edit {
  if (typeof edit !== 'object' || edit === null) throw new ChangeError([`${path} must be an edit`])
  const { id, before, after, ...more } = edit as Record<string, unknown>
  const [unknown] = Object.keys(more)
  if (unknown) throw new ChangeError([`${path} has a field that nobody knows: ${unknown}`])
  if (!idSchema.required().isValidSync(id, { strict: true })) throw new ChangeError([`${path}.id must be an id`])
  if (before === undefined || after === undefined)
    throw new ChangeError([`${path} must say what was before and what is after, null where nothing is`])
  if (before === null && after === null) throw new ChangeError([`${path} makes nothing of nothing`])
  for (const record of [before, after])
    if (record !== null && (typeof record !== 'object' || (record as { id?: unknown }).id !== id))
      throw new ChangeError([`${path} must be of one record`])
  try {
    return storable({
      id: id as string,
      before: before && upgraded(before as ProjectRecord, version),
      after: after && validateRecord(upgraded(after as ProjectRecord, version)),
    } as Edit)
  } catch (error) {
    if (error instanceof NewerModelError)
      throw new ChangeError(['It was made with a newer Calque than this one: load the page again'])
    if (error instanceof ValidationError)
      throw new ChangeError(error.errors.map((fault) => `${path}.after: ${fault.replace(/^this /, '')}`))
    throw error
  }
}
