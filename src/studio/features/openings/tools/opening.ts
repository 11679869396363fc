import { whyRefused } from '@/core/building/building'
import { distance } from '@/core/geometry/vector'
import { placeOpening } from '@/core/model/opening/place'
import type { Opening } from '@/core/model/opening/schema'
import { ofOpeningType, openingTypeOf } from '@/core/model/opening-type/schema'
import { faceOffsets } from '@/core/model/wall/geometry'
import { alongOf, asideOf } from '@/core/model/wall/line'
import type { Wall } from '@/core/model/wall/schema'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import type { BoardPoint } from '@/studio/kernel/board-point'
import {
  EMPTY_SESSION,
  type Outcome,
  plain,
  putting,
  type Session,
  type Tool,
  type ToolContext,
} from '@/studio/kernel/tool'
import { paintMeasure } from '@/studio/painters/measure'
import { paintChains } from '@/studio/painters/shapes'
import { attempt } from '@/studio/tooling/attempt'
import { chainsWith } from '@/studio/tooling/drawing'
import { shapeAt } from '@/studio/tooling/picking'
import { openingOptions } from '../options'

/** The wall in which an opening would lie: the one that the first jamb was placed in, else the one under the cursor. */
function hostAt({ points, ids }: Session, point: BoardPoint, { plan, reachMm, records }: ToolContext): Wall | null {
  const known = points.length > 0 ? records.get(ids[0] ?? '') : undefined
  if (known?.kind === 'wall') return known
  // A jamb is drawn on a face: a little outside is meant for the wall as well.
  const found = shapeAt(plan, point.at, reachMm, ({ kind }) => kind === 'wall')
  return found?.kind === 'wall' ? found : null
}

/** The type of the openings that are placed; null where they have sizes of their own. */
const typeInHand = ({ options, records }: ToolContext) =>
  openingTypeOf({ typeId: options(openingOptions).openingTypeId }, records)

/** The opening as it would be placed. @throws LengthError */
function openingAt(session: Session, point: BoardPoint, wall: Wall, context: ToolContext): Opening {
  const { display } = context
  const chosen = context.options(openingOptions)
  const type = typeInHand(context)
  const at = alongOf(wall, point.at)
  const [jamb] = session.points
  const typed = session.typed.width ? parseLength(session.typed.width, display.unit) : null
  const from = jamb ? alongOf(wall, jamb.at) : null
  const widthMm = type?.widthMm ?? typed ?? (from === null ? chosen.openingWidthMm : Math.abs(at - from))
  const alongMm = from === null ? at : from + ((at < from ? -1 : 1) * widthMm) / 2
  const { leftMm, rightMm } = faceOffsets(wall)
  const aside = asideOf(wall, point.at) - (leftMm + rightMm) / 2
  const made: Opening = {
    id: crypto.randomUUID(),
    kind: 'opening',
    wallId: wall.id,
    use: chosen.openingUse,
    alongMm,
    widthMm,
    heightMm: chosen.openingHeightMm,
    sillMm: chosen.openingUse === 'window' ? chosen.openingSillMm : 0,
    way: chosen.doorWay,
    hinge: chosen.doorHinge,
    opens: aside >= 0 ? 'left' : 'right',
  }
  return type ? ofOpeningType(made, type) : made
}

/** Whether it is placed from jamb to jamb: what has a type knows its width. */
const isByJambs = (context: ToolContext): boolean =>
  context.options(openingOptions).openingBy === 'two jambs' && !typeInHand(context)

function place(session: Session, point: BoardPoint, context: ToolContext): Outcome {
  const { records } = context
  const wall = hostAt(session, point, context)
  if (!wall) return { session, say: 'Doors and windows lie in walls: point at one.' }
  if (isByJambs(context) && session.points.length === 0)
    return { session: { ...EMPTY_SESSION, points: [point], ids: [wall.id] } }
  const opening = attempt(() => openingAt(session, point, wall, context))
  if (opening instanceof Error) return { session, say: opening.message }
  if (!(opening.widthMm > 0)) return { session, say: 'An opening needs some width: click further away.' }
  const why = whyRefused(opening, wall, records)
  if (why) return { session, say: why }
  return { edit: putting(`Place ${opening.use}`, opening), session: { ...EMPTY_SESSION, typed: session.typed } }
}

/** Doors, windows and passages: by their middle and a width, or from jamb to jamb. */
export const opening: Tool = {
  ...plain,
  name: 'opening',
  word: 'Door or window',
  picture: {
    film: 'M2 16h5v4H2zM17 16h5v4h-5z',
    ink: 'M2 16h5v4H2zM17 16h5v4h-5zM7 16V6',
    red: 'M7 6a10 10 0 0 1 10 10',
  },
  also: ['door', 'window', 'passage', 'gate', 'casement'],
  drawer: 'walls',
  key: 'l',
  options: (context) => {
    const type = typeInHand(context)
    const { openingUse, doorWay } = context.options(openingOptions)
    const hinged = type ? type.use === 'door' && type.way !== 'double' : openingUse === 'door' && doorWay !== 'double'
    const hinge = hinged ? openingOptions.controls('doorHinge') : []
    if (type) return hinge
    return [
      ...(openingUse === 'door' ? openingOptions.controls('doorWay') : []),
      ...hinge,
      ...openingOptions.controls('openingHeightMm'),
      ...(openingUse === 'window' ? openingOptions.controls('openingSillMm') : []),
      ...openingOptions.controls('openingBy'),
    ]
  },
  steps: ['trace'],
  onPlan: true,
  places: true,
  loupe: false,
  say: ({ points }, context) => {
    const type = typeInHand(context)
    const word = type?.name ?? `the ${context.options(openingOptions).openingUse}`
    if (points.length > 0) return 'Click the other jamb, or type the width and press Enter.'
    return isByJambs(context)
      ? `Click the first jamb of ${word} on its wall.`
      : `Click where the middle of ${word} lies; a door opens to the side of the mouse.`
  },
  fields: ({ typed, points, cursor }, context) => {
    const { options, display } = context
    // The width of a type is its own.
    if (typeInHand(context)) return []
    const shown = points[0] && cursor ? distance(points[0].at, cursor.at) : options(openingOptions).openingWidthMm
    return [
      {
        name: 'width',
        label: 'Width',
        value: typed.width ?? formatLength(shown, display, false),
        first: true,
        narrow: true,
      },
    ]
  },
  click: place,
  enter: (session, context) =>
    session.cursor && Object.keys(session.typed).length > 0
      ? place(session, session.cursor, context)
      : { session: EMPTY_SESSION, done: session.points.length === 0 },
  paint: (canvas, session, view, context) => {
    const { cursor } = session
    const wall = cursor && hostAt(session, cursor, context)
    if (!cursor || !wall) return
    const made = attempt(() => openingAt(session, cursor, wall, context))
    if (made instanceof Error || !(made.widthMm > 0)) return
    paintChains(canvas, view, chainsWith(made, context))
    const placed = placeOpening(wall, made)!
    // How far it lies from the start of its wall.
    paintMeasure(
      canvas,
      view,
      wall.start,
      placed.corners[0],
      formatLength(made.alongMm - made.widthMm / 2, context.display),
    )
  },
}
