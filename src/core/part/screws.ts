import type { Hole } from '../model/part/steps'
import { MM_PER } from '../units/length'
import { drillMm } from './drills'
import { tapDrillOf } from './tap-drills'
import { THREAD_STANDARDS, THREADS, type Thread, tapDrillMm } from './threads'

/** A hole for a screw, by the tables that it comes from. */
export interface ScrewHole {
  readonly name: string
  readonly standard: string
  readonly hole: Pick<Hole, 'diameterMm' | 'thread' | 'head'>
}

/**
 * Screw, medium clearance hole (ISO 273), counterbore for socket heads (DIN 974-1, row 1) and the theoretical diameter of
 * countersunk heads of 90° (ISO 10642); null where there is none. Millimetres.
 */
const METRIC: readonly (readonly [number, number, number, number | null])[] = [
  [3, 3.4, 6.5, 6.72],
  [4, 4.5, 8, 8.96],
  [5, 5.5, 10, 11.2],
  [6, 6.6, 11, 13.44],
  [8, 9, 15, 17.92],
  [10, 11, 18, 22.4],
  [12, 13.5, 20, 26.88],
  [16, 17.5, 26, 33.6],
  [20, 22, 33, 40.32],
  [24, 26, 40, null],
]

/** A counterbore takes in a head as high as the screw is thick, and a little more (DIN 974-1). */
const counterboreDepthMm = (nominalMm: number): number =>
  nominalMm + (nominalMm <= 6 ? 0.4 : nominalMm <= 20 ? 0.6 : 0.8)

const forScrew = ([nominalMm, clearanceMm, boreMm, sinkMm]: (typeof METRIC)[number]): ScrewHole[] => [
  {
    name: `M${nominalMm}, clearance`,
    standard: 'ISO 273, medium',
    hole: { diameterMm: clearanceMm, head: undefined },
  },
  {
    name: `M${nominalMm}, counterbored`,
    standard: 'DIN 974-1 over ISO 273, medium',
    hole: {
      diameterMm: clearanceMm,
      head: { kind: 'counterbore', diameterMm: boreMm, depthMm: counterboreDepthMm(nominalMm) },
    },
  },
  ...(sinkMm === null
    ? []
    : [
        {
          name: `M${nominalMm}, countersunk`,
          standard: 'ISO 10642 over ISO 273, medium',
          hole: { diameterMm: clearanceMm, head: { kind: 'countersink' as const, diameterMm: sinkMm, angleDeg: 90 } },
        },
      ]),
]

const tapped = (thread: Thread): ScrewHole[] =>
  thread.series === 'special'
    ? []
    : [
        {
          name: `${thread.name}, tapped`,
          standard: `${THREAD_STANDARDS[thread.series]}; drill ${tapDrillOf(thread.name)?.name ?? 'by its diameter less its pitch'}`,
          hole: { diameterMm: tapDrillMm(thread), thread: thread.name, head: undefined },
        },
      ]

/** Drills by number or letter, and fractions of an inch, as tables name them. @returns millimetres */
function inchMm(drill: string): number {
  const [whole = '0', fraction] = drill.includes(' ') ? drill.split(' ') : drill.includes('/') ? ['0', drill] : [drill]
  if (fraction === undefined) return drillMm(drill) ?? Number(whole) * MM_PER.in
  const [over, under] = fraction.split('/').map(Number) as [number, number]
  return (Number(whole) + over / under) * MM_PER.in
}

/**
 * Socket head cap screws in inches: size, its diameter, clearance hole of normal fit, and counterbore (ASME B18.3, drill
 * and counterbore sizes). The head is as high as the screw is thick: so deep it lies flush.
 */
const INCH: readonly (readonly [size: string, inches: number, clearance: string, counterbore: string])[] = [
  ['#0', 0.06, '49', '1/8'],
  ['#1', 0.073, '43', '5/32'],
  ['#2', 0.086, '36', '3/16'],
  ['#3', 0.099, '31', '7/32'],
  ['#4', 0.112, '29', '7/32'],
  ['#5', 0.125, '23', '1/4'],
  ['#6', 0.138, '18', '9/32'],
  ['#8', 0.164, '10', '5/16'],
  ['#10', 0.19, '2', '3/8'],
  ['1/4', 1 / 4, '9/32', '7/16'],
  ['5/16', 5 / 16, '11/32', '17/32'],
  ['3/8', 3 / 8, '13/32', '5/8'],
  ['7/16', 7 / 16, '15/32', '23/32'],
  ['1/2', 1 / 2, '17/32', '13/16'],
  ['5/8', 5 / 8, '21/32', '1/1'],
  ['3/4', 3 / 4, '25/32', '1 3/16'],
  ['7/8', 7 / 8, '29/32', '1 3/8'],
  ['1', 1, '1 1/32', '1 5/8'],
]

const forInchScrew = ([size, inches, clearance, counterbore]: (typeof INCH)[number]): ScrewHole[] => {
  const diameterMm = inchMm(clearance)
  const head = { kind: 'counterbore' as const, diameterMm: inchMm(counterbore), depthMm: inches * MM_PER.in }
  return [
    { name: `${size}, clearance`, standard: 'ASME B18.3, normal fit', hole: { diameterMm, head: undefined } },
    { name: `${size}, counterbored`, standard: 'ASME B18.3, normal fit', hole: { diameterMm, head } },
  ]
}

/** Every hole that the tables have. */
export const SCREW_HOLES: readonly ScrewHole[] = [
  ...METRIC.flatMap(forScrew),
  ...INCH.flatMap(forInchScrew),
  ...THREADS.flatMap(tapped),
]

/** The hole of the tables that a step is, where it is one. */
export const screwHoleOf = ({ diameterMm, thread, head }: Hole): ScrewHole | undefined =>
  SCREW_HOLES.find(
    ({ hole }) =>
      Math.abs(hole.diameterMm - diameterMm) < 1e-6 &&
      hole.thread === thread &&
      hole.head?.kind === head?.kind &&
      hole.head?.diameterMm === head?.diameterMm &&
      hole.head?.depthMm === head?.depthMm,
  )

/** A hole as the tables have it, at the places and with the depth that it has. */
export function asScrewHole(step: Hole, { hole }: ScrewHole): Hole {
  const { thread: _, threadDepthMm, ...bare } = step
  return { ...bare, ...hole, ...(hole.thread && threadDepthMm !== undefined && { threadDepthMm }) }
}
