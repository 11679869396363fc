/** The demo plan on paper: an A3 sheet, printed at 0.6866 of 1:100, with the building's corner where the script puts it. */
export const A3 = { width: (420 * 72) / 25.4, height: (297 * 72) / 25.4 }
const PT_PER_MM = (72 / 25.4 / 100) * 0.6866

/** A place of the building on the sheet. @param xMm and `yMm` from its lower left corner */
export const onPaper = (xMm: number, yMm: number) => [190 + xMm * PT_PER_MM, 255 + yMm * PT_PER_MM] as const

/** The outer corners of the building, in millimetres. */
export const CORNERS = [
  [0, 0],
  [0, 14400],
  [31200, 14400],
  [31200, 0],
] as const
