import type { BuiltMember } from '../building/members'
import { cutAngles } from '../building/pieces'
import { inNumericOrder } from '../text/numeric-order'
import { column, type TableKind } from './table'

export const STUFF_WORDS = { steel: 'Steel', timber: 'Timber' } as const

/** Angles below this are square. */
const SQUARE_DEG = 0.05

const degrees = (deg: number): string => `${Math.abs(deg).toFixed(1)}°`

/** How an end is cut: square, or the angles off square as seen from the side and from above; with a notch where it has one. */
function cutWords({ body }: BuiltMember, end: 'start' | 'end'): string {
  const { sideDeg, topDeg } = cutAngles(body, end)
  const parts = [
    ...(Math.abs(sideDeg) > SQUARE_DEG ? [`${degrees(sideDeg)} side`] : []),
    ...(Math.abs(topDeg) > SQUARE_DEG ? [`${degrees(topDeg)} top`] : []),
    ...(body[end].notches.length > 0 ? ['notched'] : []),
  ]
  return parts.length > 0 ? parts.join(', ') : 'square'
}

/** Degrees to a hundredth; -0 is none. */
const rounded = (deg: number): number => Math.round(deg * 100) / 100 + 0

/** Members by like pieces: what each is cut from, how long, how its ends are cut, how many. */
export const cutList: TableKind = {
  name: 'cut-list',
  word: 'Cut list',
  columns: [
    column('mark', 'Mark'),
    column('use', 'Use'),
    column('section', 'Section'),
    column('stuff', 'Material'),
    column('length', 'Length', 'mm'),
    column('start', 'Start cut'),
    column('end', 'End cut'),
    column('holes', 'Holes', 'count'),
    column('count', 'Count', 'count', true),
    column('total', 'In all', 'mm', true),
    // The same angles as figures, signed, as saws are set.
    column('startSide', 'Start, side °', 'figure'),
    column('startTop', 'Start, top °', 'figure'),
    column('endSide', 'End, side °', 'figure'),
    column('endTop', 'End, top °', 'figure'),
    column('mass', 'Mass', 'kg', true),
  ],
  rows: ({ pieces, bolting }) =>
    pieces
      .map(({ mark, members }) => {
        const [first] = members as [BuiltMember]
        const { section } = first.body.placed
        const [start, end] = [cutAngles(first.body, 'start'), cutAngles(first.body, 'end')]
        return {
          ids: members.map(({ member }) => member.id),
          cells: {
            mark,
            use: first.member.use,
            section: section.name,
            stuff: STUFF_WORDS[section.stuff],
            length: first.body.lengthMm,
            start: cutWords(first, 'start'),
            end: cutWords(first, 'end'),
            holes: bolting.holes.get(first.member.id)?.length ?? 0,
            count: members.length,
            total: first.body.lengthMm * members.length,
            mass: members.reduce((sum, { massKg }) => sum + massKg, 0),
            startSide: rounded(start.sideDeg),
            startTop: rounded(start.topDeg),
            endSide: rounded(end.sideDeg),
            endTop: rounded(end.topDeg),
          },
        }
      })
      .sort((a, b) => inNumericOrder(a.cells.section, b.cells.section) || b.cells.length - a.cells.length),
}
