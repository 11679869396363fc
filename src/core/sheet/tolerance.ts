/** Tolerances of sheet reading, all in points of the sheet. */

/** How far beyond a clip edge a line still counts as inside: rounding of coordinates, far below any pen. */
export const CLIP_SLACK_PT = 0.01

/** How far the chords of a curve used as a clip may leave it. */
export const CLIP_FLATNESS_PT = 0.02

/** Visible remains shorter than this are rounding, not linework. */
export const SHORTEST_PT = 1e-4
