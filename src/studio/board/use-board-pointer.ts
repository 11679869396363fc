import { type PointerEvent, useEffect, useRef, useState } from 'react'
import type { Point } from '@/core/geometry/vector'
import { panBy, zoomAbout } from './view'

/** A press that moves less than this is a click. */
const CLICK_PX = 4

interface Handlers {
  move(screen: Point): void
  click(screen: Point): void
  leave(): void
}

/**
 * What the pointer does on the board: a click places or picks, a drag moves the view, two fingers move and pinch.
 * Movements are taken once a frame.
 */
export function useBoardPointer(handlers: Handlers) {
  const latest = useRef(handlers)
  latest.current = handlers
  const pressed = useRef(new Map<number, Point>())
  const moved = useRef(false)
  const frame = useRef(0)
  const [element, setElement] = useState<HTMLElement | null>(null)

  useEffect(() => {
    if (!element) return
    const wheel = (event: WheelEvent) => {
      event.preventDefault()
      turnWheel(event, localPoint(element, event))
    }
    // React listens passively, which would let the browser zoom the whole page.
    element.addEventListener('wheel', wheel, { passive: false })
    return () => element.removeEventListener('wheel', wheel)
  }, [element])

  return {
    onPointerEnter: (event: PointerEvent<HTMLElement>) => setElement(event.currentTarget),
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      setElement(event.currentTarget)
      event.currentTarget.focus({ preventScroll: true })
      event.currentTarget.setPointerCapture(event.pointerId)
      pressed.current.set(event.pointerId, localPoint(event.currentTarget, event))
      moved.current = event.button === 1 || pressed.current.size > 1
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      const here = localPoint(event.currentTarget, event)
      const before = pressed.current.get(event.pointerId)
      if (before) drag(pressed.current, event.pointerId, before, here, moved)
      if (frame.current) cancelAnimationFrame(frame.current)
      frame.current = requestAnimationFrame(() => {
        frame.current = 0
        // A hand that moves the sheet is not pointing at anything.
        if (before && moved.current) latest.current.leave()
        else latest.current.move(here)
      })
    },
    onPointerUp: (event: PointerEvent<HTMLElement>) => {
      const here = localPoint(event.currentTarget, event)
      const wasPressed = pressed.current.delete(event.pointerId)
      if (wasPressed && !moved.current && event.button === 0) latest.current.click(here)
      else latest.current.move(here)
    },
    onPointerCancel: (event: PointerEvent<HTMLElement>) => void pressed.current.delete(event.pointerId),
    onPointerLeave: () => {
      if (frame.current) cancelAnimationFrame(frame.current)
      frame.current = 0
      latest.current.leave()
    },
  }
}

function localPoint(element: HTMLElement, event: { clientX: number; clientY: number }): Point {
  const { left, top } = element.getBoundingClientRect()
  return { x: event.clientX - left, y: event.clientY - top }
}

function drag(pressed: Map<number, Point>, id: number, before: Point, here: Point, moved: { current: boolean }): void {
  if (!moved.current && Math.hypot(here.x - before.x, here.y - before.y) < CLICK_PX) return
  moved.current = true
  const other = [...pressed].find(([each]) => each !== id)?.[1]
  if (other) {
    const spread = (p: Point) => Math.max(1, Math.hypot(p.x - other.x, p.y - other.y))
    zoomAbout({ x: (before.x + other.x) / 2, y: (before.y + other.y) / 2 }, spread(here) / spread(before))
    panBy((here.x - before.x) / 2, (here.y - before.y) / 2)
  } else panBy(here.x - before.x, here.y - before.y)
  pressed.set(id, here)
}

/** A wheel zooms. Two fingers on a touchpad move; pinching arrives as a wheel with Ctrl. */
function turnWheel(event: WheelEvent, at: Point): void {
  const linePx = event.deltaMode === WheelEvent.DOM_DELTA_PIXEL ? 1 : 18
  const dx = event.deltaX * linePx
  const dy = event.deltaY * linePx
  const touchpad =
    event.deltaMode === WheelEvent.DOM_DELTA_PIXEL && (dx !== 0 || (Math.abs(dy) < 40 && !Number.isInteger(dy)))
  if (event.shiftKey) panBy(-dy - dx, 0)
  else if (touchpad && !event.ctrlKey) panBy(-dx, -dy)
  else zoomAbout(at, Math.exp(-dy * (event.ctrlKey ? 0.01 : 0.0016)))
}
