import { type Chain, flatRing } from '../draft/chain'
import { placeAt } from '../geometry/piece/piece'
import { doubleArea, isInside } from '../geometry/polygon'
import type { ProjectRecord } from '../model/registry'
import { chainsOf, isDrawn, surroundingsOf } from '../model/shapes'
import { USUAL_DISPLAY } from '../units/format'

/** An outline with the holes in it, each a closed chain. */
export interface Area {
  readonly outline: Chain
  readonly holes: readonly Chain[]
}

/** What a profile can't be made of; the message is a sentence. */
export class ProfileError extends Error {}

/** Curves are told inside or outside by chords that leave them by no more than this. */
const FLAT_MM = 0.05

/**
 * What closed lines enclose: those within others are their holes, those within these stand again by themselves.
 * @param ids of closed lines, all on one view
 * @returns the areas and the id of the view that they are drawn on
 * @throws ProfileError
 */
export function areasOf(
  ids: readonly string[],
  records: ReadonlyMap<string, ProjectRecord>,
): { readonly areas: readonly Area[]; readonly viewId: string } {
  const around = surroundingsOf(records, USUAL_DISPLAY.mm)
  const rings = ids.flatMap((id) => {
    const record = records.get(id)
    if (!record || !isDrawn(record)) throw new ProfileError('A line of its profile is gone.')
    return chainsOf(record, around).map((chain) => {
      if (!chain.closed) throw new ProfileError('A line of its profile is not closed.')
      return { chain, ring: flatRing(chain, FLAT_MM), viewId: record.planeId }
    })
  })
  const viewId = rings[0]?.viewId
  if (viewId === undefined || rings.some((ring) => ring.viewId !== viewId))
    throw new ProfileError('All lines of a profile lie on one view of the part.')
  const sorted = rings
    .map((each) => ({ ...each, size: Math.abs(doubleArea(each.ring)) }))
    .sort((a, b) => b.size - a.size)
  const enclosing = sorted.map(({ chain }, i) => {
    const p = placeAt(chain.pieces[0]!, 0.5)
    return sorted.slice(0, i).filter(({ ring }) => isInside(ring, p))
  })
  const areas = sorted.flatMap(({ chain }, i) =>
    enclosing[i]!.length % 2 === 1
      ? []
      : [
          {
            outline: chain,
            holes: sorted
              .filter((_, j) => enclosing[j]!.length === enclosing[i]!.length + 1 && enclosing[j]!.includes(sorted[i]!))
              .map((each) => each.chain),
          },
        ],
  )
  return { areas, viewId }
}
