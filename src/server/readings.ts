import { type Actor, LOCAL } from '@/core/people/rights'
import { LengthError, parseLength } from '@/core/units/length'
import { keepChange } from './changes'
import { Problem } from './problem'

/** Meters that send a plain figure mean metres. */
const PLAIN_UNIT = 'm'

/** Takes a length from a meter into a project, where every open window hears of it. @throws Problem */
export async function takeReading(
  projectId: string,
  length: string,
  note: string,
  by: Actor = LOCAL,
): Promise<{ id: string }> {
  const id = crypto.randomUUID()
  const statedMm = lengthOf(length)
  const edits = [{ id, before: null, after: { id, kind: 'reading', statedMm, note } as const }]
  await keepChange(
    projectId,
    { id: crypto.randomUUID(), label: 'Take reading', cause: 'edit', of: null, edits },
    {},
    by,
  )
  return { id }
}

function lengthOf(text: string): number {
  try {
    const mm = parseLength(text, PLAIN_UNIT)
    if (mm > 0) return mm
  } catch (error) {
    if (!(error instanceof LengthError)) throw error
    throw new Problem(422, 'no-length', error.message)
  }
  throw new Problem(422, 'no-length', `“${text}” is not a length: it must be more than nothing.`)
}
