import { create } from 'zustand'
import { type Box, isEmpty } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import { toPlane, toScreen, type View } from '@/studio/kernel/view'

const NEAREST_PX_PER_MM = 200
const FARTHEST_PX_PER_MM = 1e-7

export const useView = create<View>(() => ({ center: { x: 0, y: 0 }, pxPerMm: 0.05, width: 0, height: 0 }))

const { getState: get, setState: set } = useView

/** What floats over the right side of the window's middle, in pixels, and whether the board reaches beneath it. */
export const useCovered = create<{ readonly px: number; readonly overBoard: boolean }>(() => ({
  px: 0,
  overBoard: true,
}))

/** Takes the board's new size; what shows stays where it is, seen from the upper left corner. */
export function resize(width: number, height: number): void {
  const view = get()
  const known = view.width > 0
  const center = known ? toPlane(view, { x: width / 2, y: height / 2 }) : view.center
  set({ width, height, center })
}

export function panBy(dxPx: number, dyPx: number): void {
  const { center, pxPerMm } = get()
  set({ center: { x: center.x - dxPx / pxPerMm, y: center.y + dyPx / pxPerMm } })
}

/** Grows or shrinks what shows about a point of the board, which stays where it is. */
export function zoomAbout(screen: Point, factor: number): void {
  const view = get()
  const fixed = toPlane(view, screen)
  const pxPerMm = Math.min(NEAREST_PX_PER_MM, Math.max(FARTHEST_PX_PER_MM, view.pxPerMm * factor))
  set({
    pxPerMm,
    center: {
      x: fixed.x - (screen.x - view.width / 2) / pxPerMm,
      y: fixed.y + (screen.y - view.height / 2) / pxPerMm,
    },
  })
}

/** Shows a whole box with a margin around it. */
export function showBox(box: Box): void {
  const { width: whole, height } = get()
  if (isEmpty(box) || whole === 0 || height === 0) return
  // What is shown whole keeps clear of what lies over it.
  const { px, overBoard } = useCovered.getState()
  const width = Math.max(whole - (overBoard ? px : 0), whole / 2)
  const margin = 0.92
  const pxPerMm = Math.min(
    (width * margin) / Math.max(box.maxX - box.minX, 1e-3),
    (height * margin) / Math.max(box.maxY - box.minY, 1e-3),
  )
  const held = Math.min(NEAREST_PX_PER_MM, Math.max(FARTHEST_PX_PER_MM, pxPerMm))
  const middleX = (box.minX + box.maxX) / 2 + (whole - width) / 2 / held
  set({ center: { x: middleX, y: (box.minY + box.maxY) / 2 }, pxPerMm: held })
}

/** Follows an underlay whose size changed about `fixed`: it keeps its place and size on the screen. */
export function followResize(fixed: Point, growth: number): void {
  const view = get()
  const at = toScreen(view, fixed)
  const pxPerMm = view.pxPerMm / growth
  set({
    pxPerMm,
    center: { x: fixed.x - (at.x - view.width / 2) / pxPerMm, y: fixed.y + (at.y - view.height / 2) / pxPerMm },
  })
}

/** Does something once the board has its size: after the layout that is under way, or when it first gets one. */
export function whenSized(work: () => void): void {
  if (get().width > 0) {
    requestAnimationFrame(() => requestAnimationFrame(work))
    return
  }
  const stop = useView.subscribe(({ width }) => {
    if (width === 0) return
    stop()
    work()
  })
}
