import { distance, type Point } from '@/core/geometry/vector'
import type { Ring } from '@/core/model/path/schema'
import { coordinatesOf } from '@/core/model/path/shape'
import type { Plate } from '@/core/model/plate/schema'
import type { Tool } from '@/studio/kernel/tool'
import { drawingTool, sheetOfPoints } from '@/studio/tooling/drawing'
import { pointFields } from '@/studio/tooling/typed-point'
import { memberOptions, plateOptions } from '../options'

const FEWEST = { rectangle: 2, round: 2, outline: 3 } as const

/** A ring as the bench has it chosen: two corners, middle and edge, or corner by corner. */
function ringOf(points: readonly Point[], form: keyof typeof FEWEST): Ring | null {
  const [a, b] = points
  if (!a || !b || points.length < FEWEST[form]) return null
  if (form === 'outline') return { xy: coordinatesOf(points) }
  if (form === 'rectangle') return a.x === b.x || a.y === b.y ? null : { xy: [a.x, a.y, b.x, a.y, b.x, b.y, a.x, b.y] }
  const radius = distance(a, b)
  // Two half circles.
  return { xy: [a.x - radius, a.y, a.x + radius, a.y], bulges: [1, 1] }
}

/** A plate on the plane that is worked on. */
export const plate: Tool = drawingTool({
  name: 'plate',
  word: 'Plate',
  picture: { film: 'M4 6h16v12H4z', ink: 'M8 12h.01M16 12h.01', red: 'M4 6h16v12H4z' },
  also: ['gusset', 'sheet metal', 'base plate'],
  drawer: 'structure',
  key: null,
  options: () => plateOptions.controls('plateForm', 'plateThicknessMm'),
  label: 'Draw plate',
  say: (count, { options }) =>
    options(plateOptions).plateForm === 'rectangle'
      ? count === 0
        ? 'Click one corner of the plate.'
        : 'Click the corner across from it.'
      : options(plateOptions).plateForm === 'round'
        ? count === 0
          ? 'Click the middle of the plate.'
          : 'Click its edge, or type the radius.'
        : count < 3
          ? 'Click the corners of the plate, one after another.'
          : 'Go on, or press Enter to close it.',
  most: ({ options }) => (options(plateOptions).plateForm === 'outline' ? Number.POSITIVE_INFINITY : 2),
  fields: pointFields,
  shape: (points, _, { options, levelId, records }): Plate | null => {
    const ring = ringOf(
      points.map(({ at }) => at),
      options(plateOptions).plateForm,
    )
    return (
      ring && {
        id: crypto.randomUUID(),
        kind: 'plate',
        levelId,
        ring,
        thicknessMm: options(plateOptions).plateThicknessMm,
        asideMm: options(memberOptions).memberAsideMm,
        joined: 'welded',
        ...sheetOfPoints(points, records),
      }
    )
  },
  refuse: () => 'A plate has some width and height.',
})
