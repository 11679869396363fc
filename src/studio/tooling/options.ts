import { FIRST_LAYER } from '@/core/model/layer/schema'
import { defineOptions, sameWords, value, words } from '@/studio/kernel/options'

/** What is drawn lies on a layer. */
export const layerOptions = defineOptions('layer', {
  layerId: value<string>(FIRST_LAYER.id),
})

/** What lengths drawn freely keep to. */
export const gridOptions = defineOptions('grid', {
  /** Lengths drawn freely come in such steps; 0 for none. */
  stepMm: value(0),
  /** Spacing of the grid; 0 for none. */
  gridMm: value(0),
  gridWhileMeasuring: value(false),
})

/** How a part of a sheet is shown: by two opposite corners, or by any number of them. */
export const ringOptions = defineOptions('ring', {
  ringShape: words('rectangle', 'Shape of the region', sameWords('rectangle', 'corners')),
})

/** The point of the board that stays where it is when sheets are sized or turned. */
export const basePointOptions = defineOptions('base-point', {
  /** Null for the first point clicked, or the middle. */
  basePoint: value<{ readonly x: number; readonly y: number } | null>(null),
})

export const selectOptions = defineOptions('select', {
  groundDrag: words('view', 'Dragging the ground', { view: 'drag moves the view', frame: 'drag selects' }),
  frameWay: words('touching', 'What a frame takes in', sameWords('touching', 'inside', 'lasso')),
})
