import type { Linework } from '../sheet/linework'
import type { ProposedElement } from './elements/element'
import { proposeElements } from './elements/propose'
import { type RoomLabel, roomLabelsOf } from './rooms/labels'
import type { LineFinder } from './wall-run'
import type { SheetOnBoard } from './walls/board-lines'
import { proposeWalls } from './walls/propose'
import type { ProposedWall } from './walls/proposed-wall'

/** What a sheet shows of a building, whatever stands on the board already. */
export interface PlanReading {
  /** The surest first. */
  readonly walls: readonly ProposedWall[]
  readonly labels: readonly RoomLabel[]
  /** Grid lines, columns and stairs, the surest first. */
  readonly elements: readonly ProposedElement[]
}

/** Reads a plan: its walls with their openings, what is printed in its rooms, and its grid lines, columns and stairs. */
export function readPlan(linework: Linework, on: SheetOnBoard, lines: LineFinder): PlanReading {
  const walls = proposeWalls(linework, on, lines)
  return {
    walls,
    labels: roomLabelsOf(linework, on.map, on.shows),
    elements: proposeElements(linework, on, walls),
  }
}
