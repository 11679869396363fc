import { parseAngleDeg } from '@/core/units/angle'
import { formatLength } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import type { Tool } from '@/studio/kernel/tool'
import { drawingTool, sheetOfPoints } from '@/studio/tooling/drawing'
import { columnOptions } from '../options'

/** A column about its axis. */
export const column: Tool = drawingTool(
  {
    name: 'column',
    word: 'Column',
    picture: { film: 'M8 8h8v8H8z', ink: 'M12 2v4M12 18v4M2 12h4M18 12h4', red: 'M8 8h8v8H8z' },
    also: ['post', 'pillar', 'pier'],
    drawer: 'structure',
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
      const { columnSection: section, columnWidthMm, columnDepthMm } = options(columnOptions)
      const widthMm = size(typed.width, columnWidthMm)
      const depthMm = section === 'round' ? widthMm : size(typed.depth, columnDepthMm)
      if (!(widthMm > 0 && depthMm > 0)) return null
      return {
        id: crypto.randomUUID(),
        kind: 'column',
        levelId,
        at: point.at,
        section,
        widthMm,
        depthMm,
        turnRad: typed.turn ? (parseAngleDeg(typed.turn) * Math.PI) / 180 : 0,
        ...sheetOfPoints([point], records),
      }
    },
  },
  { onPlan: true },
)
