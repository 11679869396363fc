import { parseAngleDeg } from '@/core/units/angle'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { type Drawing, sheetOfPoints } from '@/studio/tooling/drawing'
import { pointFields } from '@/studio/tooling/entry'

/** A line that ends a room where there is no wall. */
export const separator: Drawing = {
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
}

/** A column about its axis. */
export const column: Drawing = {
  name: 'column',
  word: 'Column',
  key: null,
  label: 'Place column',
  say: () => 'Click the axis of the column; its sizes and turn can be typed.',
  most: () => 1,
  fields: ({ typed }, { choices, display }) => [
    {
      name: 'width',
      label: 'Width',
      value: typed.width ?? formatLength(choices.columnWidthMm, display, false),
      first: true,
      narrow: true,
    },
    {
      name: 'depth',
      label: 'Depth',
      value: typed.depth ?? formatLength(choices.columnDepthMm, display, false),
      narrow: true,
    },
    { name: 'turn', label: 'Turned by °', value: typed.turn ?? '0', narrow: true },
  ],
  steer: (_, raw) => raw,
  entered: ({ cursor }) => cursor,
  shape: ([point], { typed }, { choices, display, levelId, records }) => {
    if (!point) return null
    const size = (text: string | undefined, usual: number) => (text ? parseLength(text, display.unit) : usual)
    const widthMm = size(typed.width, choices.columnWidthMm)
    const depthMm = choices.columnSection === 'round' ? widthMm : size(typed.depth, choices.columnDepthMm)
    if (!(widthMm > 0 && depthMm > 0)) return null
    return {
      id: crypto.randomUUID(),
      kind: 'column',
      levelId,
      at: point.at,
      section: choices.columnSection,
      widthMm,
      depthMm,
      turnRad: typed.turn ? (parseAngleDeg(typed.turn) * Math.PI) / 180 : 0,
      ...sheetOfPoints([point], records),
    }
  },
}

/** A floor plate over the corners that are clicked. */
export const slab: Drawing = {
  name: 'slab',
  word: 'Slab',
  key: null,
  label: 'Draw slab',
  say: (count) =>
    count < 3 ? 'Click the corners of the slab, one after another.' : 'Go on, or press Enter to close it.',
  most: () => Number.POSITIVE_INFINITY,
  fields: pointFields,
  shape: (points, _, { choices, levelId, records }) =>
    points.length < 3
      ? null
      : {
          id: crypto.randomUUID(),
          kind: 'slab',
          levelId,
          ring: points.map(({ at }) => at),
          thicknessMm: choices.slabThicknessMm,
          topMm: 0,
          ...sheetOfPoints(points, records),
        },
  refuse: () => 'A slab has at least three corners.',
}
