/** A bolt's size with what goes with it; millimetres. */
export interface BoltSize {
  readonly name: string
  readonly diameterMm: number
  /** Of a normal round hole. */
  readonly holeMm: number
  readonly headMm: number
  readonly nutMm: number
  /** Across the flats of head and nut. */
  readonly flatsMm: number
  readonly washerMm: number
  /** Thread that stands out of the nut at least: one turn and a half. */
  readonly standsOutMm: number
  readonly system: 'metric' | 'imperial'
  /** Least distance from an edge, where a table gives it. */
  readonly edgeMm?: number
}

const INCH = 25.4

/** Heads after ISO 4014, nuts after ISO 4032, washers after ISO 7089, holes after EN 1090-2, table 11. */
const METRIC: readonly BoltSize[] = (
  [
    [8, 9, 5.3, 6.8, 13, 1.6, 1.25],
    [10, 11, 6.4, 8.4, 16, 2, 1.5],
    [12, 13, 7.5, 10.8, 18, 2.5, 1.75],
    [16, 18, 10, 14.8, 24, 3, 2],
    [20, 22, 12.5, 18, 30, 3, 2.5],
    [24, 26, 15, 21.5, 36, 4, 3],
    [27, 30, 17, 23.8, 41, 4, 3],
    [30, 33, 18.7, 25.6, 46, 4, 3.5],
    [36, 39, 22.5, 31, 55, 5, 4],
  ] as const
).map(([diameterMm, holeMm, headMm, nutMm, flatsMm, washerMm, pitchMm]) => ({
  name: `M${diameterMm}`,
  diameterMm,
  holeMm,
  headMm,
  nutMm,
  flatsMm,
  washerMm,
  standsOutMm: 1.5 * pitchMm,
  system: 'metric',
}))

/** Heavy hex bolts after ASME B18.2.6, washers after ASTM F436, holes and edges after ANSI/AISC 360, tables J3.3 and J3.4. */
const IMPERIAL: readonly BoltSize[] = (
  [
    ['1/2 in', 1 / 2, 9 / 16, 5 / 16, 31 / 64, 7 / 8, 3 / 4, 13],
    ['5/8 in', 5 / 8, 11 / 16, 25 / 64, 39 / 64, 17 / 16, 7 / 8, 11],
    ['3/4 in', 3 / 4, 13 / 16, 15 / 32, 47 / 64, 5 / 4, 1, 10],
    ['7/8 in', 7 / 8, 15 / 16, 35 / 64, 55 / 64, 23 / 16, 9 / 8, 9],
    ['1 in', 1, 9 / 8, 39 / 64, 63 / 64, 13 / 8, 5 / 4, 8],
  ] as const
).map(([name, diameter, hole, head, nut, flats, edge, turns]) => ({
  name,
  diameterMm: diameter * INCH,
  holeMm: hole * INCH,
  headMm: head * INCH,
  nutMm: nut * INCH,
  flatsMm: flats * INCH,
  washerMm: 0.136 * INCH,
  standsOutMm: (1.5 / turns) * INCH,
  system: 'imperial',
  edgeMm: edge * INCH,
}))

export const BOLT_SIZES: readonly BoltSize[] = [...METRIC, ...IMPERIAL]

export const boltSize = (name: string): BoltSize | undefined => BOLT_SIZES.find((size) => size.name === name)

/** Grades by system: ISO 898-1; ASTM F3125. */
export const BOLT_GRADES: Readonly<Record<BoltSize['system'], readonly string[]>> = {
  metric: ['4.6', '5.6', '8.8', '10.9'],
  imperial: ['A325', 'A490'],
}

/** Lengths that can be had: in fives to 70, in tens to 200, in twenties beyond (ISO 888); quarter inches. */
export function boltLengthMm(gripMm: number, size: BoltSize): number {
  const needs = gripMm + 2 * size.washerMm + size.nutMm + size.standsOutMm
  if (size.system === 'imperial') return Math.ceil(needs / (INCH / 4) - 1e-9) * (INCH / 4)
  const step = needs <= 70 ? 5 : needs <= 200 ? 10 : 20
  return Math.max(20, Math.ceil(needs / step - 1e-9) * step)
}

/** What a rule asks of holes in steel, with its figure and where it stands. */
export interface SpacingRule {
  readonly leastMm: number
  readonly rule: string
}

/** The least distance of a hole's middle from an edge. */
export function edgeRule({ holeMm, edgeMm }: BoltSize): SpacingRule {
  return edgeMm === undefined
    ? { leastMm: 1.2 * holeMm, rule: 'EN 1993-1-8, table 3.3: 1.2 times the hole' }
    : { leastMm: edgeMm, rule: 'ANSI/AISC 360, table J3.4' }
}

/** The least distance of a bolt in timber from a side of its member, and from its end (EN 1995-1-1, table 8.4). */
export const timberRules = ({ diameterMm }: BoltSize): { readonly side: SpacingRule; readonly end: SpacingRule } => ({
  side: { leastMm: 3 * diameterMm, rule: 'EN 1995-1-1, table 8.4: 3 times the bolt' },
  end: { leastMm: Math.max(7 * diameterMm, 80), rule: 'EN 1995-1-1, table 8.4: 7 times the bolt, at least 80' },
})

/** The least distance of two holes' middles. */
export function pitchRule({ holeMm, diameterMm, system }: BoltSize): SpacingRule {
  return system === 'metric'
    ? { leastMm: 2.2 * holeMm, rule: 'EN 1993-1-8, table 3.3: 2.2 times the hole' }
    : { leastMm: (8 / 3) * diameterMm, rule: 'ANSI/AISC 360, J3.3: 2⅔ times the bolt' }
}
