/** How high capitals stand, in parts of the size of their font: that of the usual fonts of drawings. */
export const CAPITALS = 0.72
