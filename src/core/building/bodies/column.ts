import type { Column } from '../../model/column/schema'
import { columnRing } from '../../model/column/shape'
import type { Prism, Storey } from './body'

export const columnPrisms = (column: Column, { elevationMm, heightMm }: Storey): Prism[] => [
  {
    id: column.id,
    kind: 'column',
    ring: columnRing(column),
    footMm: elevationMm,
    heightMm: column.heightMm ?? heightMm,
  },
]
