import { type Ref, type StepData, Word } from '../step/part21'

/** What styles are written into. */
interface Ground {
  readonly data: StepData
  /** What is written already, by what tells it apart. */
  readonly types: Map<string, Ref>
}

/** How classes of things look: red, green and blue from 0 to 1, and how much shines through. */
const LOOKS = {
  Wall: [0.85, 0.82, 0.76, 0],
  Slab: [0.74, 0.75, 0.74, 0],
  Roof: [0.62, 0.42, 0.34, 0],
  Column: [0.66, 0.66, 0.67, 0],
  Stair: [0.78, 0.74, 0.68, 0],
  Door: [0.6, 0.45, 0.3, 0],
  Window: [0.6, 0.78, 0.86, 0.55],
  Space: [0.55, 0.72, 0.7, 0.8],
  Steel: [0.45, 0.5, 0.55, 0],
  Timber: [0.8, 0.62, 0.4, 0],
  Object: [0.7, 0.68, 0.62, 0],
} as const satisfies Readonly<Record<string, readonly [number, number, number, number]>>

export type Look = keyof typeof LOOKS

/** Colour and transparency of a class of things, written once. */
export function styleOf({ data, types }: Ground, look: Look): Ref {
  const key = `style ${look}`
  const known = types.get(key)
  if (known) return known
  const [red, green, blue, transparency] = LOOKS[look]
  const colour = data.add('IFCCOLOURRGB', undefined, red, green, blue)
  const rendering = data.add(
    'IFCSURFACESTYLERENDERING',
    colour,
    transparency,
    ...Array.from({ length: 6 }, () => undefined),
    new Word('NOTDEFINED'),
  )
  const made = data.add('IFCSURFACESTYLE', look, new Word('BOTH'), [rendering])
  types.set(key, made)
  return made
}
