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
    slender: 4.18,
    filled: 2.34,
    hatched: 0.95,
    joined: 2.21,
    capped: -1.09,
    ladder: -2.08,
    text: -0.99,
    opened: 4.67,
    common: 0,
    network: 0,
    pen: 0,
    bold: 4.47,
    frame: -1.05,
    thick: -1.44,
    whole: 0.64,
    alike: 2.42,
    bias: -14.26,
  },
  compared: {
    slender: 2.4,
    filled: 1.4,
    hatched: 0.34,
    joined: 1.03,
    capped: -0.14,
    ladder: -1.75,
    text: -0.64,
    opened: 2.94,
    common: 3.62,
    network: 2.2,
    pen: 2.61,
    bold: 1.34,
    frame: -1.53,
    thick: -0.87,
    whole: 0.43,
    alike: 1.78,
    bias: -13.55,
  },
}
