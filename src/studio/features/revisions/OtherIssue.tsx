'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useEffect, useRef } from 'react'
import { type Homography, project } from '@/core/geometry/projective'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { toScreen, type View } from '@/studio/kernel/view'
import { paintPackedStrokes } from '@/studio/painters/packed-strokes'
import { useProject } from '@/studio/state/project'
import { useCovered, useView } from '@/studio/state/view'
import { palette, toned } from '@/studio/ui/palette'
import type { SentPage } from '@/workers/compare'
import { paintFrames } from './paint-frames'
import { olderOnBoard, otherOnBoard } from './places'
import { useCompare } from './store'

/** Words that would be smaller than this are left out. */
const LEAST_PX = 3

/** The other issue beside the board, with one view: what stands at a place of the left half stands there in the right. */
export function OtherIssue() {
  const { compared, beside, looked } = useCompare()
  const records = useProject((project) => project.records)
  const view = useView()
  const covered = useCovered(({ px, overBoard }) => (overBoard ? px : 0))
  const canvas = useRef<HTMLCanvasElement>(null)
  const underlay = underlaysOf(records).find(({ id }) => id === compared?.underlayId)
  const half = Math.max(0, Math.floor((view.width - covered) / 2))
  useEffect(() => {
    const element = canvas.current
    if (!element || !compared || !beside || !underlay || half === 0) return
    const frame = requestAnimationFrame(() => {
      const canvas = cleared(element, half, view)
      paintPage(canvas, half, view, beside, otherOnBoard(compared, underlay))
      paintFrames(canvas, view, compared, olderOnBoard(compared, underlay), looked)
    })
    return () => cancelAnimationFrame(frame)
  }, [view, half, compared, beside, underlay, looked])
  if (!compared || !beside || !underlay) return null
  return (
    <Box
      role="img"
      aria-label={`${compared.otherIsOlder ? 'Older' : 'Newer'} issue beside the board`}
      // The board takes the pointer: one view for both.
      sx={{
        position: 'absolute',
        top: 0,
        bottom: 0,
        left: half,
        width: half,
        pointerEvents: 'none',
        borderLeft: 2,
        borderColor: 'text.primary',
        bgcolor: toned('paper'),
        overflow: 'hidden',
      }}
    >
      <canvas ref={canvas} style={{ width: '100%', height: '100%' }} />
      <Typography
        sx={{ position: 'absolute', bottom: 8, left: 12, px: 1, bgcolor: 'background.paper', fontSize: 12.5 }}
      >
        {compared.otherIsOlder ? 'Older issue' : 'Newer issue'}
      </Typography>
    </Box>
  )
}

/** The canvas in its size, with nothing on it. */
function cleared(element: HTMLCanvasElement, width: number, { height }: View): CanvasRenderingContext2D {
  const ratio = window.devicePixelRatio
  element.width = width * ratio
  element.height = height * ratio
  const canvas = element.getContext('2d')!
  canvas.scale(ratio, ratio)
  return canvas
}

function paintPage(canvas: CanvasRenderingContext2D, width: number, view: View, page: SentPage, map: Homography): void {
  const { height } = view
  canvas.lineWidth = 1
  paintPackedStrokes(canvas, view, [page.strokes], { colour: palette.ink, alpha: 1, dash: [] }, (p) => project(map, p))
  canvas.fillStyle = palette.ink
  for (const { text, x, y, heightPt, turnRad } of page.words) {
    const at = toScreen(view, project(map, { x, y }))
    if (at.x < -width || at.x > width || at.y < 0 || at.y > height) continue
    // The baseline as it lies on the board, one letter's height along.
    const along = toScreen(
      view,
      project(map, { x: x + heightPt * Math.cos(turnRad), y: y + heightPt * Math.sin(turnRad) }),
    )
    const size = Math.hypot(along.x - at.x, along.y - at.y)
    if (size < LEAST_PX) continue
    canvas.save()
    canvas.translate(at.x, at.y)
    canvas.rotate(Math.atan2(along.y - at.y, along.x - at.x))
    canvas.font = `${size}px sans-serif`
    canvas.fillText(text, 0, 0)
    canvas.restore()
  }
}
