import type { Tool } from '@/studio/kernel/tool'
import { drawingTool } from '@/studio/tooling/drawing'
import { rectangleDrawing } from '@/studio/tooling/rectangle'

export const rectangle: Tool = drawingTool({
  ...rectangleDrawing,
  picture: { ink: 'M4 18V7M20 7v11H4', red: 'M4 7h16' },
  also: ['box', 'square'],
  drawer: 'lines',
})
