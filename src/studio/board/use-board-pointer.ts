import { type MouseEvent, type PointerEvent, useEffect, useRef, useState } from 'react'
import type { Point } from '@/core/geometry/vector'
import { panBy, zoomAbout } from '@/studio/state/view'

/** A press that moves less than this is a click; fingers are less still than mice. */
const CLICK_PX = 4
const TAP_PX = 10

interface Handlers {
  move(screen: Point): void
  click(screen: Point): void
  leave(): void
  /**
   * Takes hold of what lies there.
   * @param other whether the other button drags
   * @returns false where the drag shall move the view
   */
  grab(screen: Point, other: boolean): boolean
  drag(screen: Point): void
  drop(screen: Point): void
  /** The other button, or a finger that stays where nothing is placed: what can be done there is asked for. */
  menu(screen: Point): void
  /** A finger that stays. @returns whether it aims from now on: the point is placed where it is lifted */
  aim(screen: Point): boolean
  /** The finger that aimed was lifted. */
  aimed(): void
}

/** A finger that stays for so long aims, or asks what can be done. */
const LONG_PRESS_MS = 550

/**
 * What the pointer does on the board: a click places or picks, a drag moves the view, two fingers move and pinch.
 * Movements are taken once a frame.
 */
export function useBoardPointer(handlers: Handlers) {
  const latest = useRef(handlers)
  latest.current = handlers
  const pressed = useRef(new Map<number, Point>())
  const moved = useRef(false)
  /** Whether something was taken hold of; null until the press has moved. */
  const held = useRef<boolean | null>(null)
  const began = useRef<Point>({ x: 0, y: 0 })
  const other = useRef(false)
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined)
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

  const aiming = useRef(false)
  const waitForMenu = () => {
    waiting.current = setTimeout(() => {
      if (held.current !== null) return
      aiming.current = latest.current.aim(began.current)
      if (aiming.current) return
      // The finger that is lifted then is no click.
      moved.current = true
      held.current = false
      latest.current.menu(began.current)
    }, LONG_PRESS_MS)
  }

  return {
    // What can be done is asked for by ourselves.
    onContextMenu: (event: MouseEvent<HTMLElement>) => event.preventDefault(),
    onPointerEnter: (event: PointerEvent<HTMLElement>) => setElement(event.currentTarget),
    onPointerDown: (event: PointerEvent<HTMLElement>) => {
      setElement(event.currentTarget)
      event.currentTarget.focus({ preventScroll: true })
      event.currentTarget.setPointerCapture(event.pointerId)
      began.current = localPoint(event.currentTarget, event)
      pressed.current.set(event.pointerId, began.current)
      other.current = event.button === 2
      held.current = event.button !== 1 && pressed.current.size === 1 ? null : false
      if (event.pointerType === 'touch' && pressed.current.size === 1) waitForMenu()
      else clearTimeout(waiting.current)
      moved.current = event.button === 1 || pressed.current.size > 1
    },
    onPointerMove: (event: PointerEvent<HTMLElement>) => {
      const here = localPoint(event.currentTarget, event)
      const before = pressed.current.get(event.pointerId)
      const least = event.pointerType === 'touch' ? TAP_PX : CLICK_PX
      if (before && !aiming.current && held.current === null && farApart(began.current, here, least)) {
        clearTimeout(waiting.current)
        held.current = latest.current.grab(began.current, other.current)
        if (held.current) moved.current = true
      }
      if (before && held.current === false) drag(pressed.current, event.pointerId, before, here, moved)
      if (frame.current) cancelAnimationFrame(frame.current)
      frame.current = requestAnimationFrame(() => {
        frame.current = 0
        // A hand that moves the sheet is not pointing at anything.
        if (held.current && before) latest.current.drag(here)
        else if (before && moved.current) latest.current.leave()
        else latest.current.move(here)
      })
    },
    onPointerUp: (event: PointerEvent<HTMLElement>) => {
      const here = localPoint(event.currentTarget, event)
      const wasPressed = pressed.current.delete(event.pointerId)
      clearTimeout(waiting.current)
      if (aiming.current) {
        aiming.current = false
        latest.current.click(here)
        return latest.current.aimed()
      }
      if (wasPressed && held.current) {
        if (frame.current) cancelAnimationFrame(frame.current)
        frame.current = 0
        held.current = false
        latest.current.drop(here)
      } else if (wasPressed && !moved.current && event.button === 0) latest.current.click(here)
      else if (wasPressed && !moved.current && event.button === 2) latest.current.menu(here)
      else latest.current.move(here)
    },
    onPointerCancel: (event: PointerEvent<HTMLElement>) => {
      clearTimeout(waiting.current)
      if (aiming.current) latest.current.aimed()
      aiming.current = false
      pressed.current.delete(event.pointerId)
    },
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

const farApart = (a: Point, b: Point, leastPx = CLICK_PX): boolean => Math.hypot(b.x - a.x, b.y - a.y) >= leastPx

function drag(pressed: Map<number, Point>, id: number, before: Point, here: Point, moved: { current: boolean }): void {
  if (!moved.current && !farApart(before, here)) return
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
