import { type Overlay, Z } from '@/studio/kernel/overlay'
import { toScreen } from '@/studio/kernel/view'
import { useLight } from '@/studio/state/light'
import { useOthers } from '@/studio/state/presence'
import { palette } from '@/studio/ui/palette'
import { colourOf } from './colour'

const LABEL_FONT = '600 11px "Figtree Variable", system-ui, sans-serif'

/** Where the others point, and what they have selected, in the colour of each. */
export const othersOverlay: Overlay = {
  name: 'others',
  z: Z.cursor - 10,
  of: 'marks',
  follows: [useOthers],
  paint: (canvas, view, { context }) => {
    const { light } = useLight.getState()
    for (const { who, at, levelId, selection } of useOthers.getState().windows.values()) {
      const colour = colourOf(who.id, light)
      canvas.strokeStyle = colour
      canvas.lineWidth = 2
      for (const id of selection) {
        const box = context.plan.shapes.get(id)?.box
        if (!box) continue
        const [a, b] = [toScreen(view, { x: box.minX, y: box.maxY }), toScreen(view, { x: box.maxX, y: box.minY })]
        canvas.strokeRect(a.x - 3, a.y - 3, b.x - a.x + 6, b.y - a.y + 6)
      }
      if (!at || (levelId ?? context.levelId) !== context.levelId) continue
      const tip = toScreen(view, at)
      canvas.fillStyle = colour
      canvas.beginPath()
      canvas.arc(tip.x, tip.y, 4, 0, 2 * Math.PI)
      canvas.fill()
      const name = who.name || 'Somebody'
      canvas.font = LABEL_FONT
      canvas.textAlign = 'left'
      canvas.textBaseline = 'middle'
      const width = canvas.measureText(name).width
      canvas.fillRect(tip.x + 8, tip.y + 6, width + 10, 17)
      canvas.fillStyle = palette.paper
      canvas.fillText(name, tip.x + 13, tip.y + 15)
    }
  },
}
