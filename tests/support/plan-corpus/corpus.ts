import { makeFloorPlan } from '../floor-plans'
import { planByCells } from './by-cells'
import { planByTypes } from './by-types'
import type { CorpusPlan } from './drafting'

/**
 * Made-up floor plans by generators that are written from different ideas. Weights are found on `division` and `cells`;
 * figures are quoted on `types`, which nothing is tuned on, and on seeds from 100,000 up of the others.
 */
export const GENERATORS = {
  /** A house cut in two again and again, its walls outlined one by one. */
  division: (seed: number): CorpusPlan => {
    const plan = makeFloorPlan(seed)
    return { ...plan, style: `${plan.look.walls}${plan.look.samePen ? ', one pen' : ''}` }
  },
  /** Floors as letters, outlined as a whole. */
  cells: planByCells,
  /** Schools, halls, row houses, old town houses ... wall by wall. */
  types: planByTypes,
} as const satisfies Record<string, (seed: number) => CorpusPlan>

/** The figures of dimensions that a plan prints. */
export const printedFigures = ({ texts }: CorpusPlan): string[] =>
  texts.map(({ text }) => text).filter((text) => /^[\d.]+$|'/.test(text))

/** The names of rooms that a plan prints. */
export const printedNames = ({ texts }: CorpusPlan): string[] =>
  texts.map(({ text }) => text).filter((text) => /^[A-Z][a-z]/.test(text))

export type GeneratorName = keyof typeof GENERATORS
