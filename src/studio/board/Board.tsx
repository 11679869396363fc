'use client'

import { useEffect, useRef } from 'react'
import { isInside } from '@/core/geometry/polygon'
import { project } from '@/core/geometry/projective'
import type { Point } from '@/core/geometry/vector'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import type { Overlay, Source } from '@/studio/kernel/overlay'
import { toPlane } from '@/studio/kernel/view'
import { pointToSheet, setAiming, useBench } from '@/studio/state/bench'
import { askMenu } from '@/studio/state/board-menu'
import { underlaysInSight } from '@/studio/state/in-sight'
import { useLight } from '@/studio/state/light'
import { onPlan } from '@/studio/state/plan'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { resize, useView } from '@/studio/state/view'
import { shapeAt, toggled } from '@/studio/tooling/picking'
import { select } from '@/studio/tooling/select'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { showsOn } from './board-picture'
import { DrawingHint } from './DrawingHint'
import { FrameLoop } from './frame-loop'
import { Loupe } from './Loupe'
import { pointAgain, pointAt, pointNowhere, touchedRad, usePassed } from './pointing'
import { edgeOf } from './sheets/paint'
import { useSheetPictures } from './sheets/sheet-pictures'
import { onStrokes } from './sheets/strokes'
import { useTiles } from './sheets/tiles'
import { useSheets } from './sheets/use-sheets'
import { useBoardPointer } from './use-board-pointer'
import { toolContext, workbench } from './workbench'

/** The uppermost sheet at a place of the plane. */
function sheetAt(at: Point, wanted: (underlay: Underlay) => boolean = () => true): Underlay | undefined {
  const { sources } = useProject.getState()
  return underlaysInSight().findLast((underlay) => {
    const found = sheetOf(sources, underlay.sheetId)
    if (!found || !underlay.visible || !wanted(underlay)) return false
    const map = boardMap(underlay.placement)
    return isInside(
      edgeOf(underlay, found.sheet).map((p) => project(map, p)),
      at,
    )
  })
}

/** What every frame follows. */
const SOURCES: readonly Source[] = [useLight, useView, useProject, useSheetPictures, useTiles, useBench, usePassed]

/** The work plane with everything on it. @param overlays what is painted besides the ground, the sheets and what is drawn */
export function Board({ overlays }: { readonly overlays: readonly Overlay[] }) {
  const holder = useRef<HTMLDivElement>(null)
  // One for all: each canvas costs whoever composes the screen as much as everything that is painted on it.
  const canvas = useRef<HTMLCanvasElement>(null)
  const width = useView((view) => view.width)
  const height = useView((view) => view.height)
  useSheets()

  useEffect(() => {
    const element = holder.current
    if (!element) return
    const observer = new ResizeObserver(([entry]) => resize(entry!.contentRect.width, entry!.contentRect.height))
    observer.observe(element)
    return () => observer.disconnect()
  }, [])

  useEffect(() => {
    const loop = new FrameLoop(canvas.current!, overlays)
    showsOn(canvas.current)
    const stops = [...new Set([...SOURCES, ...overlays.flatMap(({ follows = [] }) => follows)])].map((source) =>
      source.subscribe(loop.ask),
    )
    stops.push(onPlan(loop.ask), onStrokes(pointAgain), useSheetData.subscribe(pointAgain), loop.stop)
    void document.fonts?.ready.then(loop.ask)
    return () => {
      showsOn(null)
      for (const stop of stops) stop()
    }
  }, [overlays])

  /** A sheet is picked where nothing that is drawn lies. @returns whether that is so */
  const pickSheet = (screen: Point, add: boolean): boolean => {
    const at = toPlane(useView.getState(), screen)
    const { plan, reachMm, selection } = toolContext()
    if (shapeAt(plan, at, reachMm)) return false
    const sheet = sheetAt(at, ({ locked }) => !locked)
    if (sheet) workbench.pick(add ? toggled(selection, sheet.id) : [sheet.id])
    return sheet !== undefined
  }

  const pointer = useBoardPointer({
    move: (screen) => {
      const tool = useBench.getState().tool
      if (tool.places) return workbench.update({ raw: pointAt(screen), touchedRad: touchedRad() })
      const at = toPlane(useView.getState(), screen)
      pointToSheet(sheetAt(at)?.id ?? null)
      if (tool.drag) workbench.update({ raw: { at, caught: null } })
    },
    click: (screen) => {
      const { tool, session } = useBench.getState()
      if (tool === select && pickSheet(screen, session.held)) return
      const raw = tool.places ? pointAt(screen) : { at: toPlane(useView.getState(), screen), caught: null }
      workbench.update({ raw, touchedRad: touchedRad() })
      workbench.press(useBench.getState().session.cursor!)
    },
    menu: (screen) => {
      const at = toPlane(useView.getState(), screen)
      const { plan, reachMm, selection } = toolContext()
      const sheet = sheetAt(at)
      const id = (shapeAt(plan, at, reachMm) ?? sheet)?.id ?? null
      // A locked sheet is never picked by a click; what can be done with it is told all the same.
      if (id && !selection.includes(id) && !(sheet?.id === id && sheet.locked)) workbench.pick([id])
      const { left = 0, top = 0 } = holder.current?.getBoundingClientRect() ?? {}
      askMenu({ at: { x: left + screen.x, y: top + screen.y }, id })
    },
    aim: (screen) => {
      if (!useBench.getState().tool.places) return false
      setAiming(true)
      workbench.update({ raw: pointAt(screen), touchedRad: touchedRad() })
      return true
    },
    aimed: () => setAiming(false),
    leave: () => {
      pointToSheet(null)
      pointNowhere()
      if (useBench.getState().session.raw) workbench.update({ raw: null })
    },
    grab: (screen, other) => {
      const at = toPlane(useView.getState(), screen)
      const drag = workbench.grab(at, other)
      if (drag) workbench.update({ drag: drag.kind === 'move' ? { ...drag, from: pointAt(screen).at } : drag })
      return drag !== null
    },
    drag: (screen) => {
      const { session } = useBench.getState()
      const at = toPlane(useView.getState(), screen)
      if (session.drag?.kind === 'frame') {
        const drag = { ...session.drag, trail: [...session.drag.trail, at] }
        return workbench.update({ drag, raw: { at, caught: null } })
      }
      workbench.update({ raw: pointAt(screen), touchedRad: touchedRad() })
    },
    drop: (screen) => {
      const { session: before } = useBench.getState()
      const raw =
        before.drag?.kind === 'frame' ? { at: toPlane(useView.getState(), screen), caught: null } : pointAt(screen)
      workbench.update({ raw })
      workbench.drop()
    },
  })
  const places = useBench((bench) => bench.tool.places)

  return (
    <div
      ref={holder}
      className="board"
      role="application"
      aria-label="Board: arrow keys move the view, plus and minus zoom, Home shows the whole sheet"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the board is worked on by keyboard as well
      tabIndex={0}
      style={{ cursor: places ? 'crosshair' : 'default' }}
      {...pointer}
    >
      <canvas ref={canvas} style={{ position: 'absolute', inset: 0, width, height }} />
      <Loupe />
      <DrawingHint />
    </div>
  )
}
