import { parseAngleDeg } from '@/core/units/angle'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import type { Tool } from '@/studio/kernel/tool'
import { drawingTool, sheetOfPoints } from '@/studio/tooling/drawing'
import { pointFields } from '@/studio/tooling/entry'
import { columnOptions, slabOptions } from '../options'

/** A line that ends a room where there is no wall. */
export const separator: Tool = drawingTool(
  {
    name: 'separator',
    word: 'Room separator',
    key: null,
    label: 'Draw separator',
    say: (count) =>
      count === 0
        ? 'Click where the line between two rooms begins.'
        : 'Click where it ends, on a wall or another separator.',
    most: () => 2,
    shape: ([a, b], _, { levelId, records }) =>
      a && b
        ? {
            id: crypto.randomUUID(),
            kind: 'separator',
            levelId,
            start: a.at,
            end: b.at,
            ...sheetOfPoints([a, b], records),
          }
        : null,
  },
  { group: 'build', onPlan: true },
)

/** A column about its axis. */
export const column: Tool = drawingTool(
  {
    name: 'column',
    word: 'Column',
    key: null,
    options: () => columnOptions.controls('columnSection'),
    label: 'Place column',
    say: () => 'Click the axis of the column; its sizes and turn can be typed.',
    most: () => 1,
    fields: ({ typed }, { options, display }) => [
      {
        name: 'width',
        label: 'Width',
        value: typed.width ?? formatLength(options(columnOptions).columnWidthMm, display, false),
        first: true,
        narrow: true,
      },
      {
        name: 'depth',
        label: 'Depth',
        value: typed.depth ?? formatLength(options(columnOptions).columnDepthMm, display, false),
        narrow: true,
      },
      { name: 'turn', label: 'Turned by °', value: typed.turn ?? '0', narrow: true },
    ],
    steer: (_, raw) => raw,
    entered: ({ cursor }) => cursor,
    shape: ([point], { typed }, { options, display, levelId, records }) => {
      if (!point) return null
      const size = (text: string | undefined, usual: number) => (text ? parseLength(text, display.unit) : usual)
      const widthMm = size(typed.width, options(columnOptions).columnWidthMm)
      const depthMm =
        options(columnOptions).columnSection === 'round'
          ? widthMm
          : size(typed.depth, options(columnOptions).columnDepthMm)
      if (!(widthMm > 0 && depthMm > 0)) return null
      return {
        id: crypto.randomUUID(),
        kind: 'column',
        levelId,
        at: point.at,
        section: options(columnOptions).columnSection,
        widthMm,
        depthMm,
        turnRad: typed.turn ? (parseAngleDeg(typed.turn) * Math.PI) / 180 : 0,
        ...sheetOfPoints([point], records),
      }
    },
  },
  { group: 'build', onPlan: true },
)

/** A floor plate over the corners that are clicked. */
export const slab: Tool = drawingTool(
  {
    name: 'slab',
    word: 'Slab',
    key: null,
    options: () => slabOptions.controls('slabThicknessMm'),
    label: 'Draw slab',
    say: (count) =>
      count < 3 ? 'Click the corners of the slab, one after another.' : 'Go on, or press Enter to close it.',
    most: () => Number.POSITIVE_INFINITY,
    fields: pointFields,
    shape: (points, _, { options, levelId, records }) =>
      points.length < 3
        ? null
        : {
            id: crypto.randomUUID(),
            kind: 'slab',
            levelId,
            ring: points.map(({ at }) => at),
            thicknessMm: options(slabOptions).slabThicknessMm,
            topMm: 0,
            ...sheetOfPoints(points, records),
          },
    refuse: () => 'A slab has at least three corners.',
  },
  { group: 'build', onPlan: true },
)
