import { distanceTo } from '../../geometry/piece/measure'
import { distance, type Point } from '../../geometry/vector'
import type { Hole } from '../../model/part/steps'
import { MM_PER } from '../../units/length'
import { INCH_DRILLS_MM } from '../drills'
import { innerCorners } from './corners'
import type { Contour, DrilledHole, Work } from './work'

/** Something that is hard to make or can't be made. */
export interface MakeFinding {
  readonly stepId: string
  /** On the view from above; null where it concerns all of the step. */
  readonly at: Point | null
  /** What is there, in the unit of the rule. */
  readonly measured: number
}

/** A rule of making, with the figure that it allows. */
export interface MakeRule {
  readonly name: string
  readonly word: string
  readonly unit: 'mm' | 'times' | 'sides'
  /** What holds where a person gives no other figure: at least or at most so much. */
  readonly figure: number
  readonly bound: 'least' | 'most'
  /** Where the figure comes from, and why it matters. */
  readonly source: string
  readonly reason: string
  find(work: Work, figure: number): MakeFinding[]
}

const rimTo = ({ at, step }: DrilledHole, { chain }: Contour): number =>
  Math.min(...chain.pieces.map((piece) => distanceTo(piece, at))) - step.diameterMm / 2

/** Sizes within this of a drill are drilled by it. */
const DRILL_OFF_MM = 0.012

/** Whether there is a usual drill: metric by tenths to 14 and by halves above (ISO 235), by sixty-fourths of an inch, numbered or lettered. */
function isDrillSize(diameterMm: number): boolean {
  const by = (step: number) => Math.abs(diameterMm - Math.round(diameterMm / step) * step) <= DRILL_OFF_MM
  return (
    by(diameterMm <= 14 ? 0.1 : 0.5) ||
    by(MM_PER.in / 64) ||
    INCH_DRILLS_MM.some((mm) => Math.abs(mm - diameterMm) <= DRILL_OFF_MM)
  )
}

/** The steps that drill some holes, each once. */
const stepsOf = (holes: readonly DrilledHole[]): Hole[] => [...new Set(holes.map(({ step }) => step))]

/** Holes as wide as this are milled. */
const WIDEST_DRILL_MM = MM_PER.in

export const MAKE_RULES: readonly MakeRule[] = [
  {
    name: 'inner-corner',
    word: 'Inner corner sharper than the tool',
    unit: 'mm',
    figure: 1.5,
    bound: 'least',
    source: 'an end mill of 3 mm, the smallest that most shops keep in the machine',
    reason: 'A round tool leaves its own radius in every inner corner.',
    find: ({ contours }, figure) =>
      contours.flatMap(({ stepId, chain, inside }) =>
        innerCorners(chain, inside)
          .filter(({ radiusMm }) => radiusMm < figure)
          .map(({ at, radiusMm }) => ({ stepId, at, measured: radiusMm })),
      ),
  },
  {
    name: 'pocket-depth',
    word: 'Pocket too deep for its corners',
    unit: 'times',
    figure: 4,
    bound: 'most',
    source: 'usual reach of end mills: four times their diameter',
    reason: 'Long thin tools bend, chatter and break.',
    find: ({ contours }, figure) =>
      contours.flatMap(({ stepId, chain, inside, deepMm }) => {
        const rounds = innerCorners(chain, inside).filter(({ radiusMm }) => radiusMm > 0)
        const tightest = rounds.sort((a, b) => a.radiusMm - b.radiusMm)[0]
        const measured = tightest ? deepMm / (2 * tightest.radiusMm) : 0
        return tightest && measured > figure ? [{ stepId, at: tightest.at, measured }] : []
      }),
  },
  {
    name: 'floor',
    word: 'Thin floor',
    unit: 'mm',
    figure: 1,
    bound: 'least',
    source: 'usual of machine shops for metals',
    reason: 'A thin floor springs away under the tool, and bulges.',
    find: ({ contours, thickMm }, figure) =>
      contours
        .filter(({ inside, deepMm }) => inside && deepMm < thickMm && thickMm - deepMm < figure)
        .map(({ stepId, deepMm }) => ({ stepId, at: null, measured: thickMm - deepMm })),
  },
  {
    name: 'hole-edge',
    word: 'Hole near an edge',
    unit: 'mm',
    figure: 1.5,
    bound: 'least',
    source: 'usual of machine shops for metals',
    reason: 'What is left beside the hole bulges or breaks out.',
    find: ({ holes, contours }, figure) =>
      holes.flatMap((hole) => {
        const measured = Math.min(Infinity, ...contours.map((contour) => rimTo(hole, contour)))
        return measured < figure ? [{ stepId: hole.step.id, at: hole.at, measured }] : []
      }),
  },
  {
    name: 'hole-hole',
    word: 'Holes near one another',
    unit: 'mm',
    figure: 1.5,
    bound: 'least',
    source: 'usual of machine shops for metals',
    reason: 'The drill runs into the hole beside it.',
    find: ({ holes }, figure) =>
      holes.flatMap((hole, i) =>
        holes.slice(i + 1).flatMap((other) => {
          const measured = distance(hole.at, other.at) - (hole.step.diameterMm + other.step.diameterMm) / 2
          return measured < figure ? [{ stepId: other.step.id, at: other.at, measured }] : []
        }),
      ),
  },
  {
    name: 'hole-depth',
    word: 'Hole deep for its diameter',
    unit: 'times',
    figure: 10,
    bound: 'most',
    source: 'twist drills of usual length (DIN 338): about ten diameters',
    reason: 'Deeper holes want long drills, and wander.',
    find: ({ holes }, figure) =>
      holes
        .map(({ step, at, deepMm }) => ({ stepId: step.id, at, measured: deepMm / step.diameterMm }))
        .filter(({ measured }) => measured > figure),
  },
  {
    name: 'drill-size',
    word: 'No usual drill of this size',
    unit: 'mm',
    figure: WIDEST_DRILL_MM,
    bound: 'most',
    source: 'ISO 235, ASME B94.11M; wider holes than this are milled',
    reason: 'A special drill or a mill costs more than the next usual size.',
    find: ({ holes }, figure) =>
      stepsOf(holes)
        .filter(({ diameterMm }) => diameterMm <= figure && !isDrillSize(diameterMm))
        .map(({ id, diameterMm }) => ({ stepId: id, at: null, measured: diameterMm })),
  },
  {
    name: 'thread-depth',
    word: 'Thread deeper than it needs',
    unit: 'times',
    figure: 3,
    bound: 'most',
    source: 'usual of tapping: beyond three diameters nothing more is held',
    reason: 'Deep threads break taps.',
    find: ({ holes }, figure) =>
      stepsOf(holes).flatMap(({ id, threadDepthMm, diameterMm }) =>
        threadDepthMm !== undefined && threadDepthMm / diameterMm > figure
          ? [{ stepId: id, at: null, measured: threadDepthMm / diameterMm }]
          : [],
      ),
  },
  {
    name: 'set-ups',
    word: 'Made from another side',
    unit: 'sides',
    figure: 0,
    bound: 'most',
    source: 'three axes: what is not seen from above wants the part turned round',
    reason: 'Every turn of the part is a set-up, and loses some accuracy.',
    find: ({ otherSides }, figure) =>
      otherSides.length > figure ? otherSides.map((stepId) => ({ stepId, at: null, measured: otherSides.length })) : [],
  },
]
