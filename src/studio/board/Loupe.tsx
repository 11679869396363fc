'use client'

import { useEffect, useRef } from 'react'
import { project } from '@/core/geometry/projective'
import type { Point } from '@/core/geometry/vector'
import { boardMap, sheetMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import type { IndexedSheet } from '@/core/sheet/binary'
import { toScreen, type View } from '@/studio/kernel/view'
import { useBench } from '@/studio/state/bench'
import { underlaysInSight } from '@/studio/state/in-sight'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { useView } from '@/studio/state/view'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { limitsOf } from '@/studio/tooling/shown'
import { palette } from '@/studio/ui/palette'
import { paintSheet } from './sheets/paint'
import { useSheetPictures } from './sheets/sheet-pictures'

const SIZE_PX = 148
const GROWTH = 5
/** A finger hides so much above its tip. */
const FINGER_PX = 64
/** Where a sheet is seen from afar the loupe comes nearer still: lines that lie half a millimetre of paper apart are told. */
const LEAST_PX_PER_PT = 8
/** Lines drawn in the loupe at most: more would only be grey. */
const MOST_LINES = 1000
/** The loupe is away while the view moves, and comes back once it has rested this long. */
const REST_MS = 120

/** A magnifying glass beside the cursor while a point is placed for measuring or fitting: the sheet's own lines, sharp. */
export function Loupe() {
  const canvas = useRef<HTMLCanvasElement>(null)

  useEffect(() => {
    const draw = () => {
      const element = canvas.current
      if (!element) return
      const { tool, session, aiming } = useBench.getState()
      const { cursor } = session
      const open = (tool.loupe || aiming) && cursor !== null && rest === undefined
      element.style.visibility = open ? 'visible' : 'hidden'
      if (open) paint(element, cursor, aiming)
    }
    // Once a frame, however often the cursor moves in it.
    let frame = 0
    const drawSoon = () => {
      frame ||= requestAnimationFrame(() => {
        frame = 0
        draw()
      })
    }
    let rest: ReturnType<typeof setTimeout> | undefined
    const away = () => {
      clearTimeout(rest)
      rest = setTimeout(() => {
        rest = undefined
        drawSoon()
      }, REST_MS)
      drawSoon()
    }
    const stops = [useBench.subscribe(drawSoon), useView.subscribe(away)]
    return () => {
      cancelAnimationFrame(frame)
      clearTimeout(rest)
      for (const stop of stops) stop()
    }
  }, [])

  return <canvas ref={canvas} className="loupe" aria-hidden />
}

type Cursor = NonNullable<ReturnType<typeof useBench.getState>['session']['cursor']>

/** @param aboveFinger whether a finger covers what lies beneath it */
function paint(element: HTMLCanvasElement, cursor: Cursor, aboveFinger: boolean): void {
  const sheets = useSheetData.getState().byHash
  const board = useView.getState()
  const screen = toScreen(board, cursor.at)
  const aside = screen.x + SIZE_PX + 40 > board.width ? screen.x - SIZE_PX - 28 : screen.x + 28
  const above = screen.y - SIZE_PX - 28 < 0 ? screen.y + 28 : screen.y - SIZE_PX - 28
  const left = aboveFinger ? Math.min(board.width - SIZE_PX, Math.max(0, screen.x - SIZE_PX / 2)) : aside
  const top = aboveFinger ? Math.max(0, screen.y - SIZE_PX - FINGER_PX) : above
  element.style.transform = `translate(${left}px, ${top}px)`
  const canvas = element.getContext('2d')
  if (!canvas) return
  const sizePx = Math.round(SIZE_PX * window.devicePixelRatio)
  if (element.width !== sizePx) element.width = element.height = sizePx
  const shown = underlaysInSight().filter(({ visible }) => visible)
  const sheet = shown.find(({ id }) => id === cursor.caught?.underlayId) ?? shown.at(-1)
  const near = sheet ? LEAST_PX_PER_PT / sheet.placement.mmPerPt : 0
  const pxPerMm = Math.max(board.pxPerMm * GROWTH, near)
  const view: View = { center: cursor.at, pxPerMm, width: SIZE_PX, height: SIZE_PX }
  const grow = sizePx / SIZE_PX
  canvas.setTransform(grow, 0, 0, grow, 0, 0)
  canvas.fillStyle = palette.paper
  canvas.fillRect(0, 0, SIZE_PX, SIZE_PX)
  const { sources } = useProject.getState()
  const pictures = useSheetPictures.getState().byUnderlay
  for (const underlay of underlaysInSight()) {
    const found = sheetOf(sources, underlay.sheetId)
    if (!found || !underlay.visible || underlay.drawing === 'frame') continue
    const sheet = found.sheet.lineworkHash ? sheets.get(found.sheet.lineworkHash) : undefined
    // Lines can be drawn sharply at any size; a magnified picture is only for what has none.
    if (!sheet || found.sheet.content !== 'vector')
      paintSheet(canvas, view, underlay, found.source, found.sheet, pictures.get(underlay.id), 'plain')
    if (sheet) paintLines(canvas, view, underlay, sheet)
  }
  canvas.strokeStyle = palette.red
  canvas.lineWidth = 1.25
  canvas.beginPath()
  canvas.arc(SIZE_PX / 2, SIZE_PX / 2, 6, 0, Math.PI * 2)
  for (const [dx, dy] of [
    [1, 0],
    [-1, 0],
    [0, 1],
    [0, -1],
  ] as const) {
    canvas.moveTo(SIZE_PX / 2 + dx * 6, SIZE_PX / 2 + dy * 6)
    canvas.lineTo(SIZE_PX / 2 + dx * 16, SIZE_PX / 2 + dy * 16)
  }
  canvas.stroke()
}

/** The lines of a sheet that come into view. */
function paintLines(canvas: CanvasRenderingContext2D, view: View, underlay: Underlay, sheet: IndexedSheet): void {
  const { placement } = underlay
  const map = boardMap(placement)
  const back = sheetMap(underlay.placement)
  if (!back) return
  const reach = Math.hypot(view.width, view.height) / 2 / (view.pxPerMm * placement.mmPerPt)
  const screen = (p: Point) => toScreen(view, project(map, p))
  const { admits } = limitsOf(sheet, underlay)
  canvas.strokeStyle = palette.ink
  canvas.lineWidth = 1
  canvas.beginPath()
  for (const { start, end, piece } of sheet.index.within(project(back, view.center), reach, MOST_LINES, admits)) {
    const [a, b] = [screen(start), screen(end)]
    canvas.moveTo(a.x, a.y)
    if (piece.kind === 'cubic') {
      const [p, q] = [screen(piece.curve.pullStart), screen(piece.curve.pullEnd)]
      canvas.bezierCurveTo(p.x, p.y, q.x, q.y, b.x, b.y)
    } else canvas.lineTo(b.x, b.y)
  }
  canvas.stroke()
}
