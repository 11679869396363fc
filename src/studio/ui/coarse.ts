/** Where a finger points: targets are as large as its tip. */
export const COARSE = '@media (pointer: coarse)'
