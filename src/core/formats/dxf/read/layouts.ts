import type { Affine } from '../../../geometry/affine'
import type { Box } from '../../../geometry/box'
import { type Entity, pointOf, toRad } from './entity'
import type { DxfRecord } from './records'

/** A window of a layout through which the model is seen from above (DXF reference, VIEWPORT). */
export interface Viewport {
  /** On the layout, in its units. */
  readonly box: Box
  /** From the model's units to those of the layout. */
  readonly map: Affine
  /** Units of the model in one of the layout. */
  readonly unitsPerUnit: number
}

/** The first viewport of a layout is the layout itself. */
const WHOLE_LAYOUT = 1
/** Bits of the status: seen in perspective, switched off. */
const UNUSABLE = 0x1 | 0x2_0000

/** @returns null for one that is off, or does not look straight down */
export function viewportOf({ record }: Entity): Viewport | null {
  const [width, height, viewHeight] = [record.number(40), record.number(41), record.number(45)]
  const [dx, dy, dz] = [record.number(16), record.number(26), record.number(36, 1)]
  const off = record.number(69) === WHOLE_LAYOUT || record.number(68, 1) <= 0 || (record.number(90) & UNUSABLE) !== 0
  const fromAbove = Math.hypot(dx, dy) < 1e-6 * Math.abs(dz) && dz > 0
  if (off || !fromAbove || !(width > 0 && height > 0 && viewHeight > 0)) return null
  const center = pointOf(record, 10)
  const [view, target] = [pointOf(record, 12), pointOf(record, 17)]
  const scale = height / viewHeight
  const turn = toRad(record.number(51))
  const [cos, sin] = [scale * Math.cos(turn), scale * Math.sin(turn)]
  // The target, turned and brought to size, lies where the view's middle leaves it.
  const x = center.x - view.x * scale - (target.x * cos - target.y * sin)
  const y = center.y - view.y * scale - (target.x * sin + target.y * cos)
  return {
    box: {
      minX: center.x - width / 2,
      minY: center.y - height / 2,
      maxX: center.x + width / 2,
      maxY: center.y + height / 2,
    },
    map: [cos, sin, -sin, cos, x, y],
    unitsPerUnit: 1 / scale,
  }
}

/** What a file says of a layout beside what stands on it. */
export interface LayoutAbout {
  readonly name: string
  /** Its place among the tabs. */
  readonly order: number
  /** Millimetres in one of its units; null where the file does not say. */
  readonly mmPerUnit: number | null
}

/** Of plot settings: paper measured in inches or millimetres. */
const PAPER_UNIT_MM: Readonly<Record<number, number>> = { 0: 25.4, 1: 1 }

/** Layouts by the name of the block that holds what stands on them. @param objects and `tables` of the file */
export function layoutsOf(objects: readonly DxfRecord[], tables: readonly DxfRecord[]): Map<string, LayoutAbout> {
  const blockNames = new Map<string, string>()
  for (const record of tables)
    if (record.type === 'BLOCK_RECORD') blockNames.set(record.text(5) ?? '', record.text(2) ?? '')
  const layouts = new Map<string, LayoutAbout>()
  for (const record of objects) {
    if (record.type !== 'LAYOUT') continue
    // Its own groups follow those of its plot settings, which use the same codes.
    const last = (code: number) => record.groups.filter((group) => group.code === code).at(-1)?.value
    const block = blockNames.get(last(330) ?? '')
    if (block === undefined) continue
    const mmPerUnit = PAPER_UNIT_MM[record.number(72, -1)] ?? null
    layouts.set(block, { name: last(1) ?? '', order: Number(last(71) ?? 0) || 0, mmPerUnit })
  }
  return layouts
}
