/** Made once: comparing by a locale that is named each time takes a hundred times as long. */
const collator = new Intl.Collator('en', { numeric: true })

/** Orders names as people do, `D2` before `D10`. @returns below, above or 0, as `sort` takes it */
export const inNumericOrder = (a: string, b: string): number => collator.compare(a, b)
