import type { WallRun } from '../wall-run'

/** A wall that a sheet seems to show, along its centre line, with its openings. */
export interface ProposedWall extends WallRun {
  /** 0 to 1. */
  readonly certainty: number
}

/** From here on a proposal is meant to be taken. */
export const USUAL_CERTAINTY = 0.5
