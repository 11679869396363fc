/** Upper bounds of the classes by which distances are counted, millimetres; the last class has no bound. */
export const OFF_CLASSES_MM = [1, 2, 5, 10, 20, 50, 100] as const

/** The class that a distance belongs to. */
export function classOf(offMm: number): number {
  const at = OFF_CLASSES_MM.findIndex((bound) => offMm <= bound)
  return at < 0 ? OFF_CLASSES_MM.length : at
}

/** Colours of the classes, the nearest first and what is beyond all bounds last: from deep water over ochre to red. */
export const OFF_COLOURS = [
  '#155457',
  '#3f7d6e',
  '#7d9a55',
  '#c2a02c',
  '#d07f2c',
  '#c2521f',
  '#a8281c',
  '#6d0f12',
] as const
