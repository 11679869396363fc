import type { Evidence } from './evidence'

/** How much each piece of evidence weighs in the logarithm of the odds. */
export type Weights = Readonly<Record<keyof Evidence, number>> & { readonly bias: number }

/** The weights of a run by itself, and once runs have been compared with one another. */
export interface Judgement {
  readonly alone: Weights
  readonly compared: Weights
}

/** Written by `npm run train`, over made-up plans: training/README.md says which. */
export const WEIGHTS: Judgement = {
  alone: {
    slender: 4.58,
    filled: 2.24,
    hatched: 1.02,
    joined: 2.21,
    capped: -1.43,
    ladder: -2.08,
    text: -0.55,
    opened: 4.68,
    common: 0,
    network: 0,
    pen: 0,
    bold: 4.53,
    frame: -6,
    thick: -1.11,
    whole: 0.72,
    alike: 2.47,
    bias: -14.72,
  },
  compared: {
    slender: 2.81,
    filled: 1.31,
    hatched: 0.33,
    joined: 1.13,
    capped: -0.28,
    ladder: -1.71,
    text: -0.31,
    opened: 2.83,
    common: 3.61,
    network: 2.52,
    pen: 2.64,
    bold: 1.42,
    frame: -6,
    thick: -0.76,
    whole: 0.51,
    alike: 1.86,
    bias: -14.44,
  },
}
