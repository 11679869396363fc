import type { Segment } from '../geometry/piece/piece'
import type { ProjectRecord } from '../model/registry'
import { isDrawn, piecesOf, surroundingsOf } from '../model/shapes'
import { USUAL_DISPLAY } from '../units/format'
import { ProfileError } from './profile'

/**
 * The straight line that a record draws on a view; of several pieces the first straight one.
 * @throws ProfileError
 */
export function straightLine(id: string, viewId: string, records: ReadonlyMap<string, ProjectRecord>): Segment {
  const record = records.get(id)
  if (!record || !isDrawn(record)) throw new ProfileError('The line that it refers to is gone.')
  if (record.planeId !== viewId) throw new ProfileError('The line that it refers to lies on another view.')
  const pieces = piecesOf(record, surroundingsOf(records, USUAL_DISPLAY.mm))
  const straight = pieces.find((piece) => piece.kind === 'segment')
  if (!straight) throw new ProfileError('The line that it refers to is not straight.')
  return straight
}
