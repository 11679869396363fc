import type { Feature } from '@/studio/kernel/feature'
import { gridOptions, layerOptions, ringOptions } from '@/studio/tooling/options'
import { lazily } from '@/studio/ui/lazily'
import { arcOptions, dimensionOptions, hatchOptions, letterOptions, lineOptions, polygonOptions } from './options'
import { arc, circle, ellipse, polygon, spline } from './tools/curves'
import { line } from './tools/line'
import { outline } from './tools/outline'
import { rectangle } from './tools/rectangle'
import { dimension, hatch, text } from './tools/writing'

export { spline } from './tools/curves'
export { line } from './tools/line'

const LayerList = lazily(() => import('./LayerList').then((module) => module.LayerList))
const TraceHint = lazily(() => import('./TraceHint').then((module) => module.TraceHint))

/** Plain lines, writing, dimensions and hatches, on layers. */
export const lines: Feature = {
  name: 'lines',
  tools: [line, outline, rectangle, polygon, circle, arc, ellipse, spline, text, dimension, hatch],
  options: [
    lineOptions,
    arcOptions,
    polygonOptions,
    letterOptions,
    dimensionOptions,
    hatchOptions,
    layerOptions,
    gridOptions,
    ringOptions,
  ],
  panels: [
    {
      slot: 'trace',
      order: 60,
      instead: 'nothing selected',
      when: ({ shapes, part }) => part === null && shapes.length === 0,
      Content: TraceHint,
    },
    { slot: 'trace', order: 70, Content: LayerList },
  ],
}
