import type { Edit } from '../change/change'
import type { ProjectRecord } from '../registry'
import { type Migration, upgradedBy } from './migration'

/** Every change of form that records went through, in order; a new one is a line at the end and a fixture of the version before it. */
const MIGRATIONS: readonly Migration[] = []

/** The version in which records are written now; what says nothing of its version is of the first. */
export const MODEL_VERSION = MIGRATIONS.length + 1

/** Says in a request which version of the model its sender speaks; who says nothing (programs) takes what there is. */
export const MODEL_HEADER = 'x-calque-model'

/** A record in its present form. @throws NewerModelError */
export const upgraded = (record: ProjectRecord, from: number): ProjectRecord =>
  from === MODEL_VERSION ? record : (upgradedBy(MIGRATIONS, record, from) as ProjectRecord)

/** Edits in their present form. @throws NewerModelError */
export const upgradedEdits = (edits: readonly Edit[], from: number): readonly Edit[] =>
  from === MODEL_VERSION
    ? edits
    : edits.map(({ id, before, after }) => ({
        id,
        before: before && upgraded(before, from),
        after: after && upgraded(after, from),
      }))
