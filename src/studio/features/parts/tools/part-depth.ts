import { distance } from '@/core/geometry/vector'
import { depthOf, withDepth } from '@/core/part/depth'
import { type ViewRatio, viewRatioNear } from '@/core/part/view-ratio'
import { formatLength } from '@/core/units/format'
import { MM_PER_PT } from '@/core/units/length'
import type { BoardPoint } from '@/studio/kernel/board-point'
import { EMPTY_SESSION, plain, putting, type Tool, type ToolContext } from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { lastOf } from '@/studio/tooling/kept-result'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { squareGap } from '@/studio/tooling/square-gap'
import { depthOptions } from '../options'

/** Depths are taken to this step: what a section shows is drawn no finer. */
const STEP_MM = 0.01

/** Asked for in every frame while the second place is looked for. */
const lastTitle = lastOf<ViewRatio | null>()

/** What lies between two places of a section or detail, at the ratio that its own title states. */
function depthBetween(
  from: BoardPoint,
  to: BoardPoint,
  { records, sources, linework: byHash }: ToolContext,
): { mm: number; title: string | null } {
  const mm = squareGap(from, to)
  const underlay = from.caught?.underlayId ? records.get(from.caught.underlayId) : undefined
  const at = from.caught?.onSheetPt
  if (underlay?.kind !== 'underlay' || !at) return { mm, title: null }
  const hash = sheetOf(sources, underlay.sheetId)?.sheet.lineworkHash
  const linework = hash ? byHash.get(hash)?.linework : undefined
  const stated = linework && lastTitle([linework, at], () => viewRatioNear(linework.text, at))
  if (!stated) return { mm, title: null }
  return { mm: (mm * stated.ratio * MM_PER_PT) / underlay.placement.mmPerPt, title: stated.title }
}

const rounded = (mm: number): number => Math.round(mm / STEP_MM) * STEP_MM

/** Gives a step of a part the depth that a section or detail on a sheet shows. */
export const partDepth: Tool = {
  ...plain,
  name: 'part-depth',
  word: 'Depth from the sheet',
  picture: { film: 'M4 6h16v6H4z', ink: 'M4 6h5v8h6V6h5v14H4z', red: 'M12 5v9M10 12l2 2 2-2' },
  also: ['pocket depth', 'section'],
  key: null,
  steps: [],
  onPart: true,
  places: true,
  measures: true,
  loupe: true,
  say: ({ points }) =>
    points.length === 0
      ? 'In a section or detail of the sheet, click where the depth begins.'
      : 'Click where it ends. It is taken square to the first line, at the scale that the title of the view states.',
  fields: () => [],
  click: (session, point, context) => {
    const [from] = session.points
    if (!from) return { session: { ...EMPTY_SESSION, points: [point] } }
    const { depthFor } = context.options(depthOptions)
    const part = depthFor && context.records.get(depthFor.partId)
    const step = part?.kind === 'part' ? part.steps.find(({ id }) => id === depthFor?.stepId) : undefined
    if (part?.kind !== 'part' || !step || depthOf(step) === undefined)
      return { session: EMPTY_SESSION, done: true, say: 'The step whose depth was asked for is gone.' }
    const { mm, title } = depthBetween(from, point, context)
    const depthMm = rounded(mm)
    if (!(depthMm > 0)) return { session, say: 'Nothing lies between these two: click where it ends.' }
    const steps = part.steps.map((each) => (each === step ? withDepth(step, depthMm) : each))
    const told = formatLength(depthMm, { ...context.display, precision: 3 })
    return {
      session: EMPTY_SESSION,
      done: true,
      edit: putting('Take depth from the sheet', { ...part, steps }),
      choose: depthOptions.with({ depthFor: null }),
      say: title ? `${told}, at the scale of “${title}”.` : `${told}, at the scale of the sheet.`,
    }
  },
  enter: () => ({ session: EMPTY_SESSION, done: true }),
  paint: (canvas, { points, cursor }, view, context) => {
    const [from] = points
    if (!from || !cursor || distance(from.at, cursor.at) === 0) return
    const { mm } = depthBetween(from, cursor, context)
    paintMeasure(canvas, view, from.at, cursor.at, formatLength(rounded(mm), { ...context.display, precision: 3 }))
  },
}
