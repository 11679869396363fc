import type { Building } from './building'
import { platePiecesOf } from './plate-pieces'

/** What members and plates go by, everywhere: the marks of the cut list and of the plates. */
export const pieceMarks = ({ pieces, plates, bolting }: Building): ReadonlyMap<string, string> =>
  new Map([
    ...pieces.flatMap(({ mark, members }) => members.map(({ member }) => [member.id, mark] as const)),
    ...platePiecesOf(plates, (id) => bolting.holes.get(id) ?? []).flatMap(({ mark, plates: alike }) =>
      alike.map(({ plate }) => [plate.id, mark] as const),
    ),
  ])
