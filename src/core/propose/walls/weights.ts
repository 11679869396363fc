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
    slender: 4.55,
    filled: 2.24,
    hatched: 1.01,
    joined: 2.2,
    capped: -1.44,
    ladder: -2.07,
    text: -0.56,
    opened: 4.68,
    common: 0,
    network: 0,
    pen: 0,
    bold: 4.52,
    frame: -6,
    thick: -1.11,
    whole: 0.72,
    alike: 2.46,
    bias: -14.67,
  },
  compared: {
    slender: 2.78,
    filled: 1.3,
    hatched: 0.32,
    joined: 1.14,
    capped: -0.3,
    ladder: -1.71,
    text: -0.31,
    opened: 2.84,
    common: 3.62,
    network: 2.5,
    pen: 2.64,
    bold: 1.4,
    frame: -6,
    thick: -0.76,
    whole: 0.51,
    alike: 1.86,
    bias: -14.37,
  },
}
