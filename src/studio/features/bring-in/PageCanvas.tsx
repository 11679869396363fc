import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from 'react'
import { type Box as Bounds, corners, grow, intersect } from '@/core/geometry/box'
import { distance, type Point } from '@/core/geometry/vector'
import { newUnderlay } from '@/core/model/underlay/new'
import { catchAt } from '@/core/snap/catch'
import { drawnFrom } from '@/studio/board/sheets/drawn-from'
import { paintSheet } from '@/studio/board/sheets/paint'
import { seenOfSheet } from '@/studio/board/sheets/seen'
import { drawSharp, needWholePicture, useSheetPictures } from '@/studio/board/sheets/sheet-pictures'
import { needTiles, useTiles } from '@/studio/board/sheets/tiles'
import { toPlane, toScreen, type View } from '@/studio/kernel/view'
import type { SheetView, SourceView } from '@/studio/state/api'
import { needSheetData, useSheetData } from '@/studio/state/sheet-data'
import { limitsOf } from '@/studio/tooling/shown'
import { palette } from '@/studio/ui/palette'
import type { ViewerMode } from './viewer-mode'

const REST_MS = 120
const CATCH_PX = 10
const MOST_PX_PER_PT = 60
/** How near the first corner a click closes a polygon. */
const CLOSE_PX = 12

const SAY: Record<ViewerMode, string> = {
  look: 'Turn the wheel to come nearer, drag to move.',
  rectangle: 'Click one corner of what you need, then the opposite one. The corners catch the page’s own lines.',
  polygon: 'Click the corners of what you need; the first one again, or Enter, closes it. Esc begins anew.',
}

/** A page on a small board of its own, where a point of the sheet is a millimetre of the plane. */
export function PageCanvas({
  source,
  sheet,
  crop,
  mode,
  onCrop,
}: {
  source: SourceView
  sheet: SheetView
  crop: readonly Point[] | null
  mode: ViewerMode
  onCrop: (ring: readonly Point[]) => void
}) {
  const { widthPt, heightPt } = sheet
  const canvas = useRef<HTMLCanvasElement>(null)
  const view = useRef<View>({ center: { x: widthPt / 2, y: heightPt / 2 }, pxPerMm: 0, width: 0, height: 0 })
  const [points, setPoints] = useState<readonly Point[]>([])
  const [cursor, setCursor] = useState<{ at: Point; word: string | null } | null>(null)
  const drag = useRef<{ at: Point; moved: boolean } | null>(null)
  const underlay = useMemo(
    () =>
      newUnderlay({
        id: `viewer-${sheet.id}`,
        name: '',
        sheetId: sheet.id,
        placement: { kind: 'similarity', mmPerPt: 1, turnRad: 0, originMm: { x: 0, y: 0 } },
        order: 0,
      }),
    [sheet.id],
  )
  const paint = useRef<() => void>(() => undefined)
  paint.current = () => {
    const context = canvas.current?.getContext('2d')
    if (!context || view.current.width === 0) return
    const ratio = globalThis.devicePixelRatio || 1
    context.setTransform(ratio, 0, 0, ratio, 0, 0)
    context.fillStyle = palette.vellumDeep
    context.fillRect(0, 0, view.current.width, view.current.height)
    const pictures = useSheetPictures.getState().byUnderlay.get(underlay.id)
    paintSheet(context, view.current, underlay, source, sheet, pictures, 'plain')
    paintCrop(context, view.current, sheet, crop)
    paintCorners(context, view.current, mode, points, cursor)
  }
  const fetchNeeded = useRef<() => void>(() => undefined)
  fetchNeeded.current = () => {
    const from = drawnFrom(underlay, source, sheet)
    needWholePicture(underlay.id, from, sheet)
    const seen = seenOfSheet(view.current, underlay, sheet)
    if (!seen) return
    const pxPerPt = view.current.pxPerMm * (globalThis.devicePixelRatio || 1)
    for (const tiles of from.tiles) needTiles(tiles, seen, pxPerPt, null)
    const around: Bounds = grow(seen, 20 / view.current.pxPerMm)
    void drawSharp(underlay.id, from, intersect(around, { minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }), pxPerPt)
  }
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const moved = useRef(() => {
    paint.current()
    clearTimeout(timer.current)
    timer.current = setTimeout(() => fetchNeeded.current(), REST_MS)
  })

  useEffect(() => {
    const element = canvas.current
    if (!element) return
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect
      const ratio = globalThis.devicePixelRatio || 1
      element.width = Math.round(width * ratio)
      element.height = Math.round(height * ratio)
      const fits = 0.94 * Math.min(width / widthPt, height / heightPt)
      view.current = { ...view.current, width, height, pxPerMm: view.current.pxPerMm || fits }
      moved.current()
    })
    observer.observe(element)
    const wheel = (event: WheelEvent) => {
      event.preventDefault()
      const before = view.current
      const { left, top } = element.getBoundingClientRect()
      const screen = { x: event.clientX - left, y: event.clientY - top }
      const fixed = toPlane(before, screen)
      const factor = Math.exp(-event.deltaY * (event.ctrlKey ? 0.01 : 0.0016))
      const least = (0.3 * before.width) / Math.max(widthPt, heightPt)
      const pxPerMm = Math.min(MOST_PX_PER_PT, Math.max(least, before.pxPerMm * factor))
      view.current = {
        ...before,
        pxPerMm,
        center: {
          x: fixed.x - (screen.x - before.width / 2) / pxPerMm,
          y: fixed.y + (screen.y - before.height / 2) / pxPerMm,
        },
      }
      moved.current()
    }
    element.addEventListener('wheel', wheel, { passive: false })
    const repaint = () => paint.current()
    const stops = [useSheetPictures.subscribe(repaint), useTiles.subscribe(repaint)]
    return () => {
      observer.disconnect()
      element.removeEventListener('wheel', wheel)
      for (const stop of stops) stop()
      clearTimeout(timer.current)
    }
  }, [widthPt, heightPt])
  useEffect(() => {
    if (sheet.lineworkHash) needSheetData(sheet.lineworkHash)
  }, [sheet.lineworkHash])
  // biome-ignore lint/correctness/useExhaustiveDependencies: another way of working begins anew
  useEffect(() => {
    setPoints([])
    setCursor(null)
  }, [mode])
  useEffect(() => paint.current())

  const pointAt = (screen: Point): { at: Point; word: string | null } => {
    const at = toPlane(view.current, screen)
    const indexed = sheet.lineworkHash ? useSheetData.getState().byHash.get(sheet.lineworkHash) : undefined
    const caught = indexed && catchAt(indexed.index, at, CATCH_PX / view.current.pxPerMm, limitsOf(indexed, underlay))
    const place = caught?.point ?? at
    return {
      at: { x: Math.min(widthPt, Math.max(0, place.x)), y: Math.min(heightPt, Math.max(0, place.y)) },
      word: caught?.word ?? null,
    }
  }
  const place = (screen: Point) => {
    const { at } = pointAt(screen)
    const [first] = points
    if (mode === 'rectangle' && first) return takeRing(rectangle(first, at))
    if (mode === 'polygon' && first && points.length > 2) {
      const start = toScreen(view.current, first)
      if (distance(start, screen) < CLOSE_PX) return takeRing(points)
    }
    setPoints([...points, at])
  }
  const takeRing = (ring: readonly Point[]) => {
    setPoints([])
    if (hasArea(ring)) onCrop(ring)
  }
  const local = (event: PointerEvent<HTMLElement>): Point => {
    const { left, top } = event.currentTarget.getBoundingClientRect()
    return { x: event.clientX - left, y: event.clientY - top }
  }
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && mode === 'polygon' && points.length > 2) takeRing(points)
    if (event.key === 'Escape' && points.length > 0) {
      event.stopPropagation()
      setPoints([])
    }
  }

  return (
    <Box sx={{ position: 'relative', flex: 1, minHeight: 0 }}>
      <div
        role="application"
        aria-label="The page"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: Enter and Esc work here
        tabIndex={0}
        style={{
          position: 'absolute',
          inset: 0,
          touchAction: 'none',
          cursor: mode === 'look' ? 'grab' : 'crosshair',
        }}
        onKeyDown={keys}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId)
          event.currentTarget.focus({ preventScroll: true })
          drag.current = { at: local(event), moved: mode === 'look' || event.button === 1 }
        }}
        onPointerMove={(event) => {
          const here = local(event)
          const held = drag.current
          if (held && (held.moved || distance(held.at, here) > 4)) {
            held.moved = true
            const { center, pxPerMm } = view.current
            view.current = {
              ...view.current,
              center: { x: center.x - (here.x - held.at.x) / pxPerMm, y: center.y + (here.y - held.at.y) / pxPerMm },
            }
            held.at = here
            moved.current()
          } else if (mode !== 'look') setCursor(pointAt(here))
        }}
        onPointerUp={(event) => {
          const held = drag.current
          drag.current = null
          if (held && !held.moved && mode !== 'look') place(local(event))
        }}
        onPointerLeave={() => setCursor(null)}
      >
        <canvas ref={canvas} style={{ width: '100%', height: '100%' }} />
      </div>
      <Typography
        role="status"
        sx={{ position: 'absolute', left: 12, bottom: 10, px: 1, py: 0.25, fontSize: 13, bgcolor: 'background.paper' }}
      >
        {SAY[mode]}
      </Typography>
    </Box>
  )
}

const rectangle = (a: Point, b: Point): Point[] =>
  corners({ minX: Math.min(a.x, b.x), minY: Math.min(a.y, b.y), maxX: Math.max(a.x, b.x), maxY: Math.max(a.y, b.y) })

/** A crop of less than this has nothing in it, in points. */
const SMALLEST_PT = 1

function hasArea(ring: readonly Point[]): boolean {
  const xs = ring.map(({ x }) => x)
  const ys = ring.map(({ y }) => y)
  return Math.max(...xs) - Math.min(...xs) > SMALLEST_PT && Math.max(...ys) - Math.min(...ys) > SMALLEST_PT
}

/** Veils what the crop leaves out. */
function paintCrop(
  context: CanvasRenderingContext2D,
  view: View,
  { widthPt, heightPt }: SheetView,
  crop: readonly Point[] | null,
): void {
  if (!crop) return
  const trace = (ring: readonly Point[]) => {
    for (const [i, p] of ring.entries()) {
      const { x, y } = toScreen(view, p)
      if (i === 0) context.moveTo(x, y)
      else context.lineTo(x, y)
    }
    context.closePath()
  }
  context.beginPath()
  trace(corners({ minX: 0, minY: 0, maxX: widthPt, maxY: heightPt }))
  trace(crop)
  context.fillStyle = 'rgba(233, 225, 207, 0.82)'
  context.fill('evenodd')
  context.beginPath()
  trace(crop)
  context.strokeStyle = palette.red
  context.lineWidth = 1.5
  context.stroke()
}

function paintCorners(
  context: CanvasRenderingContext2D,
  view: View,
  mode: ViewerMode,
  points: readonly Point[],
  cursor: { at: Point; word: string | null } | null,
): void {
  if (mode === 'look') return
  const [first] = points
  const ring =
    mode === 'rectangle' && first && cursor ? rectangle(first, cursor.at) : cursor ? [...points, cursor.at] : points
  context.beginPath()
  for (const p of ring) {
    const { x, y } = toScreen(view, p)
    context.lineTo(x, y)
  }
  if (mode === 'rectangle') context.closePath()
  context.strokeStyle = palette.red
  context.lineWidth = 1.5
  context.stroke()
  if (!cursor) return
  const { x, y } = toScreen(view, cursor.at)
  context.beginPath()
  context.arc(x, y, cursor.word ? 5.5 : 3, 0, 2 * Math.PI)
  context.stroke()
  if (!cursor.word) return
  context.font = '500 12.5px "Figtree Variable", sans-serif'
  context.fillStyle = palette.red
  context.fillText(cursor.word, x + 12, y + 16)
}
