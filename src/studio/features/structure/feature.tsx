import type { Feature } from '@/studio/kernel/feature'
import { elementPanel } from '@/studio/kernel/panel'
import { ColumnFields } from './fields/ColumnFields'
import { GridLineFields } from './fields/GridLineFields'
import { RoofFields } from './fields/RoofFields'
import { SeparatorNote } from './fields/SeparatorNote'
import { SlabFields } from './fields/SlabFields'
import { StairFields } from './fields/StairFields'
import { columnOptions, gridLineOptions, roofOptions, slabOptions, stairOptions } from './options'
import { column } from './tools/column'
import { gridLine } from './tools/grid-line'
import { roof } from './tools/roof'
import { separator } from './tools/separator'
import { slab } from './tools/slab'
import { stair } from './tools/stair'

/** Columns, slabs, roofs, stairs, grid lines, and what parts rooms. */
export const structure: Feature = {
  name: 'structure',
  tools: [separator, column, slab, roof, stair, gridLine],
  options: [columnOptions, slabOptions, roofOptions, stairOptions, gridLineOptions],
  elements: [
    elementPanel('separator', 'Room separator', SeparatorNote),
    elementPanel('column', 'Column', ColumnFields),
    elementPanel('slab', 'Slab', SlabFields),
    elementPanel('roof', 'Roof', RoofFields),
    elementPanel('stair', 'Stair', StairFields),
    elementPanel('grid-line', 'Grid line', GridLineFields),
  ],
}
