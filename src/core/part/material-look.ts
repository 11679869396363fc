/** Materials by words in their names, as they look. */
const LOOKS: readonly (readonly [RegExp, string])[] = [
  [/stainless|1\.4\d{3}/i, '#b9bcc0'],
  [/steel|S\d{3}/i, '#7f868c'],
  [/alumin/i, '#c3c6c9'],
  [/brass|bronze|copper/i, '#c2a14e'],
  [/plywood|birch|oak|timber|wood/i, '#c9a675'],
]

/** The colour of a material by its name: `#rrggbb`. */
export const colourOfMaterial = (name: string): string => LOOKS.find(([words]) => words.test(name))?.[1] ?? '#d9d8d2'
