import type { Point } from '@/core/geometry/vector'
import type { Canvas } from '@/studio/kernel/canvas'
import type { View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'
import { traceRing } from './ring'

const LOOKS = {
  kept: { fill: palette.wallFilm, edge: palette.wallEdge, width: 1.25 },
  picked: { fill: palette.wallPicked, edge: palette.red, width: 2 },
  drawn: { fill: palette.wallFilm, edge: palette.red, width: 1.5 },
  /** Of the level below: broken lines without a film. */
  ghost: { fill: 'transparent', edge: palette.inkSoft, width: 1 },
} as const

/** Walls as thin films, so that the print shows through. */
export function paintWalls(
  canvas: Canvas,
  view: View,
  outlines: Iterable<readonly Point[]>,
  look: keyof typeof LOOKS,
): void {
  const { fill, edge, width } = LOOKS[look]
  canvas.beginPath()
  for (const outline of outlines) {
    traceRing(canvas, view, outline)
  }
  canvas.fillStyle = fill
  canvas.fill()
  canvas.strokeStyle = edge
  canvas.lineWidth = width
  canvas.lineJoin = 'round'
  if (look === 'ghost') canvas.setLineDash([5, 4])
  canvas.stroke()
  canvas.setLineDash([])
}

const FILMS = {
  sure: { edge: palette.red, dash: [], fill: true },
  pointed: { edge: palette.red, dash: [], fill: true },
  doubtful: { edge: palette.inkSoft, dash: [4, 4], fill: false },
} as const

/** What looks like a wall: films in red, the doubtful ones only as broken lines. */
export function paintFilms(
  canvas: Canvas,
  view: View,
  outlines: readonly (readonly Point[])[],
  look: keyof typeof FILMS,
): void {
  const { edge, dash, fill } = FILMS[look]
  canvas.save()
  canvas.beginPath()
  for (const outline of outlines) {
    traceRing(canvas, view, outline)
  }
  canvas.setLineDash([...dash])
  canvas.strokeStyle = edge
  canvas.lineWidth = look === 'pointed' ? 2.25 : 1.25
  canvas.fillStyle = edge
  canvas.globalAlpha = look === 'pointed' ? 0.4 : 0.18
  if (fill) canvas.fill('evenodd')
  canvas.globalAlpha = 1
  canvas.stroke()
  canvas.restore()
}
