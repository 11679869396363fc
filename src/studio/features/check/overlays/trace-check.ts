import { classOf, OFF_COLOURS } from '@/core/check/off-classes'
import { toleranceOf } from '@/core/check/tolerance'
import type { EdgeMatch } from '@/core/check/trace-to-sheet'
import type { Untraced } from '@/core/check/untraced'
import type { WallDoubt } from '@/core/check/wall-on-sheet'
import { settingsOf } from '@/core/model/settings/schema'
import { type Overlay, Z } from '@/studio/kernel/overlay'
import { toScreen, type View } from '@/studio/kernel/view'
import { palette } from '@/studio/ui/palette'
import { useTraceCheck } from '../trace-check'

/**
 * Edges in the colours of the histogram by how far they lie beside their line: thin within tolerance, broad beyond, broken
 * where there is none; dotted where the sheet shows otherwise what was traced, dashed where nobody traced what it shows. Of plain lines only what is amiss: those that are right would only cover the sheet.
 */
function paintTraceCheck(
  canvas: CanvasRenderingContext2D,
  view: View,
  matches: readonly EdgeMatch[],
  toleranceMm: number,
  looked: Pick<EdgeMatch, 'start' | 'end'> | null,
  doubts: readonly WallDoubt[],
  missing: readonly Untraced[],
): void {
  canvas.save()
  canvas.lineCap = 'round'
  const stroke = (
    some: readonly Pick<EdgeMatch, 'start' | 'end'>[],
    color: string,
    width: number,
    dash: readonly number[] = [],
  ) => {
    if (some.length === 0) return
    canvas.beginPath()
    for (const { start, end } of some) {
      const [a, b] = [toScreen(view, start), toScreen(view, end)]
      canvas.moveTo(a.x, a.y)
      canvas.lineTo(b.x, b.y)
    }
    canvas.strokeStyle = color
    canvas.lineWidth = width
    canvas.setLineDash([...dash])
    canvas.stroke()
  }
  const found = matches.filter((match) => match.found !== null)
  for (const [i, colour] of OFF_COLOURS.entries()) {
    const ofClass = found.filter(({ found: each }) => classOf(each!.offMm) === i)
    stroke(
      ofClass.filter(({ levelId, found: each }) => levelId !== null && each!.offMm <= toleranceMm),
      colour,
      2,
    )
    stroke(
      ofClass.filter(({ found: each }) => each!.offMm > toleranceMm),
      colour,
      3.5,
    )
  }
  stroke(
    matches.filter((match) => match.found === null),
    palette.inkSoft,
    1.5,
    [5, 4],
  )
  stroke(doubts, palette.red, 2.5, [2, 6])
  stroke(missing, palette.red, 4, [10, 5])
  if (looked) stroke([looked], palette.red, 6)
  canvas.restore()
}

/** While checking: traced edges that lie off the lines of their sheet. */
export const traceCheckOverlay: Overlay = {
  name: 'trace-check',
  z: Z.marks + 20,
  of: 'marks',
  follows: [useTraceCheck],
  paint: (canvas, view, { step, context: { records } }) => {
    if (step !== 'check') return
    const { matches, doubts, looked, missing } = useTraceCheck.getState()
    paintTraceCheck(canvas, view, matches, toleranceOf(settingsOf(records)).mm, looked, doubts, missing ?? [])
  },
}
