import type { Point } from '@/core/geometry/vector'
import { type Overlay, Z } from '@/studio/kernel/overlay'
import { toScreen, type View } from '@/studio/kernel/view'
import { FIGURE_FONT } from '@/studio/ui/figure-font'
import { palette } from '@/studio/ui/palette'
import { remarkOptions } from '../options'
import { PIN, pinned } from '../pins'

/** A pin with a flag of film on it, red while its remark is open. */
function paintPin(
  canvas: CanvasRenderingContext2D,
  view: View,
  at: Point,
  text: string,
  { colour, opened }: { readonly colour: string; readonly opened: boolean },
): void {
  const foot = toScreen(view, at)
  const head = { x: foot.x, y: foot.y - PIN.upPx }
  canvas.strokeStyle = colour
  canvas.fillStyle = opened ? colour : palette.paper
  canvas.lineWidth = 1.5
  canvas.beginPath()
  canvas.moveTo(foot.x, foot.y)
  canvas.lineTo(head.x, head.y + PIN.radiusPx)
  canvas.stroke()
  canvas.beginPath()
  canvas.rect(head.x - PIN.radiusPx, head.y - PIN.radiusPx, 2 * PIN.radiusPx, 2 * PIN.radiusPx)
  canvas.fill()
  canvas.stroke()
  canvas.fillStyle = opened ? palette.paper : colour
  canvas.font = `600 11px ${FIGURE_FONT}`
  canvas.textAlign = 'center'
  canvas.textBaseline = 'middle'
  canvas.fillText(text, head.x, head.y + 0.5)
}

/** Remarks where they are pinned: those that are open, and the one that is looked at. */
export const pinsOverlay: Overlay = {
  name: 'pins',
  z: Z.marks + 40,
  of: 'marks',
  paint: (canvas, view, { context }) => {
    const { pin, opened } = context.options(remarkOptions)
    for (const { id, at, status, number } of pinned(context.records, context.planeId)) {
      if (status === 'settled' && id !== opened) continue
      const colour = status === 'open' ? palette.red : palette.inkSoft
      paintPin(canvas, view, at, String(number), { colour, opened: id === opened })
    }
    if (pin) paintPin(canvas, view, pin.at, '+', { colour: palette.red, opened: true })
  },
}
