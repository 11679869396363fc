/**
 * Quantiles of Student's t (Student 1908; any table of the distribution) by degrees of freedom from 1: with few
 * measurements the spread is itself poorly known, so that an interval has to be wider to hold what it promises.
 */
const TWO_THIRDS = [1.837, 1.321, 1.197, 1.142, 1.111, 1.091, 1.077, 1.067, 1.059, 1.053]
const NINETY_NINE = [63.66, 9.925, 5.841, 4.604, 4.032, 3.707, 3.499, 3.355, 3.25, 3.169]

/** Half width, in standard errors, of the interval that holds 68.3 % (one standard error of a normal distribution). */
export const halfWidth68 = (freedom: number): number => TWO_THIRDS[freedom - 1] ?? 1 + 0.5 / (freedom - 0.4)

/** Half width of the interval that holds 99 %. */
export const halfWidth99 = (freedom: number): number => NINETY_NINE[freedom - 1] ?? 2.576 + 5.7 / freedom
