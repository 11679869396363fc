import type { Feature } from '@/studio/kernel/feature'
import { elementPanel } from '@/studio/kernel/panel'
import { lazily } from '@/studio/ui/lazily'
import { SeparatorNote } from './fields/SeparatorNote'
import { columnOptions, gridLineOptions, roofOptions, slabOptions, stairOptions } from './options'
import { column } from './tools/column'
import { gridLine } from './tools/grid-line'
import { roof } from './tools/roof'
import { separator } from './tools/separator'
import { slab } from './tools/slab'
import { slabHole } from './tools/slab-hole'
import { stair } from './tools/stair'

const ColumnFields = lazily(() => import('./fields/ColumnFields').then((module) => module.ColumnFields))
const GridLineFields = lazily(() => import('./fields/GridLineFields').then((module) => module.GridLineFields))
const RoofFields = lazily(() => import('./fields/RoofFields').then((module) => module.RoofFields))
const SlabFields = lazily(() => import('./fields/SlabFields').then((module) => module.SlabFields))
const StairFields = lazily(() => import('./fields/StairFields').then((module) => module.StairFields))

/** Columns, slabs, roofs, stairs, grid lines, and what parts rooms. */
export const structure: Feature = {
  name: 'structure',
  tools: [separator, column, slab, slabHole, roof, stair, gridLine],
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
