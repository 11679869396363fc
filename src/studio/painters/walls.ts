import type { Point } from '@/core/geometry/vector'
import type { Canvas } from '@/studio/kernel/canvas'
import type { View } from '@/studio/kernel/view'
import { type Colours, palette } from '@/studio/ui/palette'
import { traceRing } from './ring'

interface WallLook {
  readonly fill: keyof Colours | null
  readonly edge: keyof Colours
  readonly width: number
}

const LOOKS: Readonly<Record<'kept' | 'picked' | 'drawn' | 'ghost', WallLook>> = {
  kept: { fill: 'wallFilm', edge: 'wallEdge', width: 1.25 },
  picked: { fill: 'wallPicked', edge: 'red', width: 2 },
  drawn: { fill: 'wallFilm', edge: 'red', width: 1.5 },
  /** Of the level below: broken lines without a film. */
  ghost: { fill: null, edge: 'inkSoft', width: 1 },
}

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
  if (fill) {
    canvas.fillStyle = palette[fill]
    canvas.fill()
  }
  canvas.strokeStyle = palette[edge]
  canvas.lineWidth = width
  canvas.lineJoin = 'round'
  if (look === 'ghost') canvas.setLineDash([5, 4])
  canvas.stroke()
  canvas.setLineDash([])
}

const FILMS = {
  sure: { edge: 'red', dash: [], fill: true },
  pointed: { edge: 'red', dash: [], fill: true },
  doubtful: { edge: 'inkSoft', dash: [4, 4], fill: false },
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
  canvas.strokeStyle = palette[edge]
  canvas.lineWidth = look === 'pointed' ? 2.25 : 1.25
  canvas.fillStyle = palette[edge]
  canvas.globalAlpha = look === 'pointed' ? 0.4 : 0.18
  if (fill) canvas.fill('evenodd')
  canvas.globalAlpha = 1
  canvas.stroke()
  canvas.restore()
}
