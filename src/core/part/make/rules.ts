import type { Chain } from '../../draft/chain'
import { overlaps } from '../../geometry/box'
import { boxOfPieces, distanceTo, doubleAreaOf, lengthOf } from '../../geometry/piece/measure'
import { placeAt } from '../../geometry/piece/piece'
import { distance, type Point } from '../../geometry/vector'
import type { Hole } from '../../model/part/steps'
import { MM_PER } from '../../units/length'
import { INCH_DRILLS_MM } from '../drills'
import { TAP_DRILLS_MM } from '../tap-drills'
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

/** Contours nearer to one another than this touch: they are edges of one cut. */
const SAME_LINE_MM = 0.01

/** The least distance between two closed lines, told from so many places of each piece, with the place between them. */
const PLACES = 16

function thinnestBetween(a: Chain, b: Chain): { readonly mm: number; readonly at: Point } {
  let best = { mm: Infinity, at: { x: 0, y: 0 } }
  for (const [from, to] of [
    [a, b],
    [b, a],
  ] as const)
    for (const piece of from.pieces)
      for (let i = 0; i < PLACES; i++) {
        const p = placeAt(piece, i / PLACES)
        for (const other of to.pieces) {
          const mm = distanceTo(other, p)
          if (mm < best.mm) best = { mm, at: p }
        }
      }
  return best
}

/** How wide a long cut is, by its area and its length around: exact for rectangles and for slots with round ends. */
function widthOf({ pieces }: Chain): number {
  const half = pieces.reduce((sum, piece) => sum + lengthOf(piece), 0) / 2
  const area = Math.abs(doubleAreaOf(pieces)) / 2
  const root = (square: number) => Math.sqrt(Math.max(0, square))
  // Of length a and width b: half = a + b and area = ab, or half = a + πb/2 and area = ab + πb²/4.
  return pieces.some(({ kind }) => kind !== 'segment')
    ? (half - root(half * half - Math.PI * area)) / (Math.PI / 2)
    : half / 2 - root((half * half) / 4 - area)
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
    TAP_DRILLS_MM.some((mm) => Math.abs(mm - diameterMm) <= DRILL_OFF_MM) ||
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
    name: 'wall',
    word: 'Thin wall',
    unit: 'mm',
    figure: 1,
    bound: 'least',
    source: 'usual of machine shops for metals',
    reason: 'A thin wall springs away under the tool, and what is left is out of size.',
    find: ({ contours }, figure) => {
      const boxes = contours.map(({ chain }) => boxOfPieces(chain.pieces))
      return contours.flatMap((one, i) =>
        contours.slice(i + 1).flatMap((other, k) => {
          // Most lie far apart: that is told by their boxes.
          if (!overlaps(boxes[i]!, boxes[i + 1 + k]!, figure)) return []
          // What is cut beside something else leaves a wall; an area within another one does not.
          if (!(one.inside || other.inside)) return []
          const wall = thinnestBetween(one.chain, other.chain)
          return wall.mm > SAME_LINE_MM && wall.mm < figure
            ? [{ stepId: (other.inside ? other : one).stepId, at: wall.at, measured: wall.mm }]
            : []
        }),
      )
    },
  },
  {
    name: 'flat-cut',
    word: 'Cut finer than the sheet is thick',
    unit: 'times',
    figure: 1,
    bound: 'least',
    source: 'usual of laser and waterjet cutting: nothing narrower than the sheet is thick',
    reason: 'A narrow cut through a thick sheet gets a slanting wall, or does not come through.',
    // Holes are drilled.
    find: ({ contours, thickMm }, figure) =>
      contours
        .filter(({ inside, deepMm }) => inside && deepMm >= thickMm - SAME_LINE_MM)
        .map(({ stepId, chain }) => ({
          stepId,
          at: placeAt(chain.pieces[0]!, 0.5),
          measured: widthOf(chain) / thickMm,
        }))
        .filter(({ measured }) => measured < figure),
  },
  {
    name: 'plate',
    word: 'No plate of this thickness',
    unit: 'mm',
    figure: 0.05,
    bound: 'most',
    source: 'thicknesses in which plates are bought, as the price book has them',
    reason: 'A sheet that is milled thinner all over warps, and costs more than one that is bought so.',
    find: ({ thickStepId, thickMm, platesMm }, figure) => {
      if (thickStepId === null) return []
      const measured = Math.min(...platesMm.map((mm) => Math.abs(mm - thickMm)))
      return measured > figure ? [{ stepId: thickStepId, at: null, measured }] : []
    },
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
