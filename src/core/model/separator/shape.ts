import { chainOf } from '../../draft/chain'
import { apply } from '../../geometry/affine'
import { segment } from '../../geometry/piece/piece'
import type { ElementKind } from '../shape'
import { type Separator, separatorSchema } from './schema'

export const separatorShape: ElementKind<Separator> = {
  dxfLayer: () => 'A-AREA-BNDY',
  printGroup: null,
  schema: separatorSchema,
  word: 'separator',
  pen: { color: '#155457', line: 'dashed', weightMm: 0.25 },
  caught: true,
  line: true,
  chains: ({ start, end }) => [chainOf([segment(start, end)])],
  grips: ({ start, end }) => [start, end],
  withGrip: (separator, index, to) => (index === 0 ? { ...separator, start: to } : { ...separator, end: to }),
  byGrips: true,
  mapped: (separator, map) => ({ ...separator, start: apply(map, separator.start), end: apply(map, separator.end) }),
}
