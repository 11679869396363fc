import { movedBy } from '../../../geometry/affine'
import { mapPiece } from '../../../geometry/piece/map'
import { distance } from '../../../geometry/vector'
import { openingMarks } from '../../../model/opening/marks'
import { placeOpening } from '../../../model/opening/place'
import type { Opening } from '../../../model/opening/schema'
import { openingTypeOf } from '../../../model/opening-type/schema'
import type { Surroundings } from '../../../model/shape'
import { kindOf } from '../../../model/shapes'
import { formatLength } from '../../../units/format'
import { chainEntities } from '../chains'
import type { DxfAttribute, DxfBlock, DxfEntity } from '../drawing'

const WORDS = { door: 'Door', window: 'Window', passage: 'Opening' } as const
/** Heights of letters in the building: a mark at 1:50 is 3 mm high on paper. */
const MARK_MM = 150
/** Lengths of two blocks that differ by less are the same. */
const SAME_MM = 1e-3

/** Doors, windows and passages as blocks: those that look alike share one, turned and mirrored as each is hung. */
export class OpeningBlocks {
  private readonly known = new Map<string, DxfBlock>()
  private readonly names = new Map<string, number>()

  constructor(private readonly around: Surroundings) {}

  get blocks(): DxfBlock[] {
    return [...this.known.values()]
  }

  /** An opening where it stands; nothing where its wall is gone. */
  place(opening: Opening, layer: string): DxfEntity[] {
    const { records } = this.around
    const wall = records.get(opening.wallId)
    const placed = wall?.kind === 'wall' ? placeOpening(wall, opening) : null
    if (wall?.kind !== 'wall' || !placed) return []
    const { middle, along, left, corners } = placed
    // In a straight wall a door is the mirror of the one that hangs and opens the other way.
    const mirrored = opening.use === 'door' && !wall.bulge
    const scaleX = mirrored && opening.hinge === 'end' ? -1 : 1
    const scaleY = mirrored && opening.opens === 'right' ? -1 : 1
    const drawn: Opening = mirrored ? { ...opening, hinge: 'start', opens: 'left' } : opening
    const toMiddle = movedBy({ x: -middle.x, y: -middle.y })
    const upright = [along.x, left.x, along.y, left.y, 0, 0] as const
    const entities = kindOf(drawn)
      .chains(drawn, this.around)
      .flatMap(({ pieces, closed }) =>
        chainEntities({ pieces: pieces.map((piece) => mapPiece(upright, mapPiece(toMiddle, piece))), closed }),
      )
      .map((entity): DxfEntity => ({ layer: '0', ...entity }))
    const thick = distance(corners[0], corners[3])
    const attributes = this.attributesOf(opening, thick)
    const block = this.blockOf(this.nameOf(opening), entities, attributes)
    return [
      {
        type: 'insert',
        layer,
        block,
        at: middle,
        turnDeg: (Math.atan2(along.y, along.x) * 180) / Math.PI,
        scaleX,
        scaleY,
        attributes,
      },
    ]
  }

  private nameOf(opening: Opening): string {
    const { records, display } = this.around
    const type = openingTypeOf(opening, records)
    const size = [opening.widthMm, opening.heightMm].map((mm) => formatLength(mm, display, false)).join(' x ')
    return type?.name ?? `${WORDS[opening.use]} ${size}`
  }

  private attributesOf(opening: Opening, thick: number): DxfAttribute[] {
    const { records, display } = this.around
    const { id, use, way, widthMm, heightMm, sillMm } = opening
    const length = (mm: number) => formatLength(mm, display, false)
    const hidden: readonly (readonly [tag: string, text: string])[] = [
      ['TYPE', openingTypeOf(opening, records)?.name ?? WORDS[use]],
      ['WIDTH', length(widthMm)],
      ['HEIGHT', length(heightMm)],
      ['SILL', length(sillMm)],
      ...(use === 'door' ? [['OPENS', way] as const] : []),
      ['ID', id],
    ]
    // Beside the wall, where no leaf turns.
    const at = { x: 0, y: -thick / 2 - 1.5 * MARK_MM }
    return [
      { tag: 'MARK', text: openingMarks(records).get(id) ?? '', at, height: MARK_MM, hidden: false },
      ...hidden.map(([tag, text]): DxfAttribute => ({ tag, text, at, height: MARK_MM, hidden: true })),
    ]
  }

  private blockOf(name: string, entities: readonly DxfEntity[], attributes: readonly DxfAttribute[]): string {
    const rounded = (_: string, value: unknown) =>
      typeof value === 'number' ? Math.round(value / SAME_MM) * SAME_MM + 0 : value
    const key = `${name} ${JSON.stringify(entities, rounded)}`
    const known = this.known.get(key)
    if (known) return known.name
    const count = (this.names.get(name) ?? 0) + 1
    this.names.set(name, count)
    const block = {
      name: count === 1 ? name : `${name} (${count})`,
      entities,
      // What a placing says stands with it; the block itself says nothing yet.
      attributes: attributes.map((attribute) => ({ ...attribute, text: '' })),
    }
    this.known.set(key, block)
    return block.name
  }
}
