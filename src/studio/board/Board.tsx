'use client'

import type Konva from 'konva'
import { useEffect, useMemo, useRef } from 'react'
import { Layer, Shape, Stage } from 'react-konva'
import { isOut, toleranceOf } from '@/core/check/tolerance'
import type { DimensionResidual } from '@/core/fit/residual'
import { isInside } from '@/core/geometry/polygon'
import { project } from '@/core/geometry/projective'
import type { Point } from '@/core/geometry/vector'
import { settingsOf } from '@/core/model/settings/schema'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { paintTraceCheck } from '@/studio/features/check/overlays/trace-check'
import { useTraceCheck } from '@/studio/features/check/trace-check'
import { paintBasePoint } from '@/studio/features/fit/overlays/base-point'
import { paintDimensions } from '@/studio/features/fit/overlays/dimensions'
import { paintRefit } from '@/studio/features/fit/overlays/refit'
import { useRefit } from '@/studio/features/fit/refit'
import { paintMemberEnds } from '@/studio/features/frames/overlays/member-ends'
import { useLift } from '@/studio/features/lift/lift-store'
import { paintWhatHolds } from '@/studio/features/sketch/paint-what-holds'
import { useLitRelation } from '@/studio/features/sketch/sketch-state'
import { useProposedWalls } from '@/studio/features/walls/proposed-walls'
import { toolNamed } from '@/studio/shell/tools'
import {
  pointAt as pointTo,
  pressAt,
  select,
  takeOutcome,
  toolContext,
  updateSession,
  useBench,
} from '@/studio/state/bench'
import { underlaysInSight } from '@/studio/state/in-sight'
import { currentPlan, onPlan } from '@/studio/state/plan'
import { useSheetData } from '@/studio/state/sheet-data'
import { useProject } from '@/studio/state/store'
import { resize, toPlane, useView } from '@/studio/state/view'
import { shapeAt } from '@/studio/tooling/picking'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { DrawingHint } from './DrawingHint'
import { paintDrawn, paintPicked, paintPreview, pickedKey, pictureKey, previewKey } from './drawn'
import { Loupe } from './Loupe'
import { ModelPicture, paintAtOnce } from './model-picture'
import { paintCursor, paintPassed } from './painters/cursor'
import { paintGround } from './painters/ground'
import { paintLit } from './painters/lit'
import { paintLevelLines, planeLookedAt } from './painters/plane'
import { pointAgain, pointAt, pointNowhere, stillPassed, touchedRad, usePassed } from './pointing'
import { edgeOf, paintSheet } from './sheets/paint'
import { useSheetPictures } from './sheets/sheet-pictures'
import { onStrokes } from './sheets/strokes'
import { useTiles } from './sheets/tiles'
import { useSheets } from './sheets/use-sheets'
import { useBoardPointer } from './use-board-pointer'

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

/** So many picked shapes are painted in every frame; more are shown from a picture. */
const FEW = 200

/** The work plane with everything on it. Konva holds the layers; our painters draw only what shows. */
export function Board() {
  const holder = useRef<HTMLDivElement>(null)
  // One for all: each canvas costs whoever composes the screen as much as everything that is painted on it.
  const layer = useRef<Konva.Layer>(null)
  const width = useView((view) => view.width)
  const height = useView((view) => view.height)
  // Asked for another frame once a picture has become sharp.
  const [drawnPicture, pickedPicture, liftPicture] = useMemo(() => {
    const again = () => layer.current?.batchDraw()
    return [
      new ModelPicture(paintDrawn, again),
      new ModelPicture(paintPicked, again),
      new ModelPicture(paintPreview, again),
    ]
  }, [])
  useSheets()

  useEffect(() => {
    const element = holder.current
    if (!element) return
    const observer = new ResizeObserver(([entry]) => resize(entry!.contentRect.width, entry!.contentRect.height))
    observer.observe(element)
    return () => observer.disconnect()
  }, [])

  useEffect(() => {
    const all = () => void layer.current?.batchDraw()
    const stops = [
      useView,
      useProject,
      useSheetPictures,
      useTiles,
      useRefit,
      useProposedWalls,
      useTraceCheck,
      useLitRelation,
      useLift,
      useBench,
      usePassed,
    ].map((store) => store.subscribe(all))
    stops.push(onPlan(all), onStrokes(pointAgain), useSheetData.subscribe(pointAgain))
    void document.fonts?.ready.then(all)
    return () => {
      for (const stop of stops) stop()
    }
  }, [])

  const pick = (screen: Point) => {
    const at = toPlane(useView.getState(), screen)
    const { plan, reachMm } = toolContext()
    const shape = shapeAt(plan, at, reachMm)
    if (shape) return select([shape.id])
    const sheet = sheetAt(at, ({ locked }) => !locked)
    select(sheet ? [sheet.id] : [])
  }

  const pointer = useBoardPointer({
    move: (screen) => {
      const tool = toolNamed(useBench.getState().tool)
      if (tool.places) return updateSession({ raw: pointAt(screen), touchedRad: touchedRad() })
      const at = toPlane(useView.getState(), screen)
      pointTo(sheetAt(at)?.id ?? null)
      if (tool.drag) updateSession({ raw: { at, caught: null } })
    },
    click: (screen) => {
      const tool = toolNamed(useBench.getState().tool)
      if (!tool.places && !tool.drag) return pick(screen)
      const raw = tool.places ? pointAt(screen) : { at: toPlane(useView.getState(), screen), caught: null }
      updateSession({ raw, touchedRad: touchedRad() })
      pressAt(useBench.getState().session.cursor!)
    },
    leave: () => {
      pointTo(null)
      pointNowhere()
      if (useBench.getState().session.raw) updateSession({ raw: null })
    },
    grab: (screen) => {
      const { tool, session } = useBench.getState()
      const at = toPlane(useView.getState(), screen)
      const drag = toolNamed(tool).drag?.grab(session, at, toolContext()) ?? null
      if (drag) updateSession({ drag: drag.kind === 'move' ? { ...drag, from: pointAt(screen).at } : drag })
      return drag !== null
    },
    drag: (screen) => {
      const { session } = useBench.getState()
      const at = toPlane(useView.getState(), screen)
      if (session.drag?.kind === 'frame') {
        const drag = { ...session.drag, trail: [...session.drag.trail, at] }
        return updateSession({ drag, raw: { at, caught: null } })
      }
      updateSession({ raw: pointAt(screen), touchedRad: touchedRad() })
    },
    drop: (screen) => {
      const { tool, session: before } = useBench.getState()
      const raw =
        before.drag?.kind === 'frame' ? { at: toPlane(useView.getState(), screen), caught: null } : pointAt(screen)
      updateSession({ raw })
      const { session } = useBench.getState()
      takeOutcome(toolNamed(tool).drag!.drop(session, session.cursor!, toolContext()))
    },
  })
  const places = useBench((bench) => toolNamed(bench.tool).places)

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
      <Stage width={width} height={height} listening={false}>
        <Layer ref={layer} listening={false}>
          <Shape
            sceneFunc={(konva) => {
              const canvas = konva._context
              const view = useView.getState()
              const { sources } = useProject.getState()
              const { selection, pointed, looking } = useBench.getState()
              paintGround(canvas, view, toolContext().choices.gridMm)
              if (looking === 'tracing') return
              const pictures = useSheetPictures.getState().byUnderlay
              for (const underlay of underlaysInSight()) {
                const found = sheetOf(sources, underlay.sheetId)
                if (!found || !underlay.visible) continue
                const { id } = underlay
                const standing = selection.includes(id) ? 'picked' : pointed === id ? 'pointed' : 'plain'
                paintSheet(canvas, view, underlay, found.source, found.sheet, pictures.get(id), standing)
              }
            }}
          />
          <Shape
            sceneFunc={(konva) => {
              const bench = useBench.getState()
              const { selection, looking } = bench
              if (looking === 'sheets') return
              const canvas = konva._context
              const view = useView.getState()
              const plan = currentPlan()
              if (planeLookedAt(plan)) paintLevelLines(canvas, view, plan)
              if (plan.shapes.size === 0) return
              drawnPicture.show(canvas, view, pictureKey(plan, bench), window.devicePixelRatio)
              if (selection.length > FEW)
                pickedPicture.show(canvas, view, pickedKey(plan, selection), window.devicePixelRatio)
              else paintAtOnce(paintPicked(canvas, view))
              paintMemberEnds(canvas, view, plan, selection)
              paintWhatHolds(canvas, view, plan)
            }}
          />
          <Shape
            sceneFunc={(konva) => {
              const canvas = konva._context
              const view = useView.getState()
              const { step, tool, session, lit } = useBench.getState()
              const now = useProject.getState().records
              const context = toolContext()
              const settings = settingsOf(now)
              // While checking, what is within tolerance would only hide what isn't.
              const wanted = (residual: DimensionResidual) => step === 'fit' || isOut(residual, toleranceOf(settings))
              if (step === 'fit' && context.choices.basePoint) paintBasePoint(canvas, view, context.choices.basePoint)
              if (step === 'fit' || step === 'check')
                paintDimensions(canvas, view, underlaysInSight(), settings, wanted)
              if (step === 'check') {
                const { matches, doubts, looked } = useTraceCheck.getState()
                paintTraceCheck(canvas, view, matches, toleranceOf(settings).mm, looked, doubts)
              }
              const { preview } = useLift.getState()
              if (preview) liftPicture.show(canvas, view, previewKey(preview), window.devicePixelRatio)
              if (lit) paintLit(canvas, view, underlaysInSight(), lit)
              const { pending } = useRefit.getState()
              const { sources } = useProject.getState()
              if (pending) paintRefit(canvas, view, pending, ({ sheetId }) => sheetOf(sources, sheetId)?.sheet)
              toolNamed(tool).paint(canvas, session, view, context)
              const pointing = toolNamed(tool).places || (session.drag !== null && session.drag.kind !== 'frame')
              if (!session.cursor || !pointing) return
              paintPassed(canvas, view, stillPassed())
              paintCursor(canvas, view, session.cursor)
            }}
          />
        </Layer>
      </Stage>
      <Loupe />
      <DrawingHint />
    </div>
  )
}
