import type { Column } from '../../model/column/schema'
import { columnRing } from '../../model/column/shape'
import { type BodyKind, type Prism, type Storey, volumeOfPrisms } from './body'

const columnPrisms = (column: Column, { elevationMm, heightMm }: Storey): Prism[] => [
  {
    id: column.id,
    kind: 'column',
    ring: columnRing(column),
    footMm: elevationMm,
    heightMm: column.heightMm ?? heightMm,
  },
]

export const columnBody: BodyKind<Column> = {
  word: ({ section }) => (section === 'round' ? 'Round column' : 'Column'),
  prisms: columnPrisms,
  sizes: ({ widthMm, depthMm, section }, prisms) => ({
    widthMm,
    depthMm: section === 'round' ? widthMm : depthMm,
    volumeMm3: volumeOfPrisms(prisms),
  }),
}
