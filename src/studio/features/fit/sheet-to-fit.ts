import type { Underlay } from '@/core/model/underlay/schema'

/** The sheet that the step is about: the one that is picked, else the uppermost. */
export const sheetToFit = (underlays: readonly Underlay[], selection: readonly string[]): Underlay | undefined =>
  underlays.find(({ id }) => selection.includes(id)) ?? underlays.at(-1)
