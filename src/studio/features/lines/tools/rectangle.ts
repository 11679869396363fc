import type { Tool } from '@/studio/kernel/tool'
import { drawingTool } from '@/studio/tooling/drawing'
import { rectangleDrawing } from '@/studio/tooling/rectangle'

export const rectangle: Tool = drawingTool(rectangleDrawing)
