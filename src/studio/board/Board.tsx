'use client'

import type Konva from 'konva'
import { useEffect, useMemo, useRef } from 'react'
import { Layer, Shape, Stage } from 'react-konva'
import { isOut, toleranceOf } from '@/core/check/tolerance'
import type { DimensionResidual } from '@/core/fit/residual'
import { isInside } from '@/core/geometry/polygon'
import { project } from '@/core/geometry/projective'
import type { Point } from '@/core/geometry/vector'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { wallOutlines } from '@/core/model/wall/joins'
import { pointAt as pointTo, select, takeOutcome, toolContext, updateSession, useBench } from '../bench-store'
import { useRefit } from '../fit/refit'
import { settingsOf, useProject } from '../project/store'
import { underlaysInSight } from '../sheets/in-sight'
import { useSheetData } from '../sheets/sheet-data'
import { sheetOf } from '../sheets/sheet-of'
import { useSheetPictures } from '../sheets/sheet-pictures'
import { useTiles } from '../sheets/tiles'
import { useSheets } from '../sheets/use-sheets'
import { toolNamed } from '../tools/registry'
import { type BoardPoint, CATCH_RADIUS_PX, type CatchSurroundings, catchOnBoard, indexModel } from './catch-on-board'
import { DrawingHint } from './DrawingHint'
import { Loupe } from './Loupe'
import { paintCursor } from './painters/cursor'
import { paintDimensions } from './painters/dimensions'
import { paintGround } from './painters/ground'
import { paintLit } from './painters/lit'
import { paintRefit } from './painters/refit'
import { edgeOf, paintSheet } from './painters/sheets'
import { paintWalls } from './painters/walls'
import { useBoardPointer } from './use-board-pointer'
import { resize, toPlane, useView } from './view'

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

/** The work plane with everything on it. Konva holds the layers; our painters draw only what shows. */
export function Board() {
  const holder = useRef<HTMLDivElement>(null)
  const sheetLayer = useRef<Konva.Layer>(null)
  const modelLayer = useRef<Konva.Layer>(null)
  const toolLayer = useRef<Konva.Layer>(null)
  const width = useView((view) => view.width)
  const height = useView((view) => view.height)
  const records = useProject((project) => project.records)
  const outlines = useMemo(
    () => wallOutlines([...records.values()].filter((record) => record.kind === 'wall')),
    [records],
  )
  const model = useMemo(() => indexModel(records.values()), [records])
  useSheets()

  useEffect(() => {
    const element = holder.current
    if (!element) return
    const observer = new ResizeObserver(([entry]) => resize(entry!.contentRect.width, entry!.contentRect.height))
    observer.observe(element)
    return () => observer.disconnect()
  }, [])

  useEffect(() => {
    const all = () => {
      for (const layer of [sheetLayer, modelLayer, toolLayer]) layer.current?.batchDraw()
    }
    const stops = [
      useView.subscribe(all),
      useProject.subscribe(all),
      useSheetPictures.subscribe(() => sheetLayer.current?.batchDraw()),
      useRefit.subscribe(() => toolLayer.current?.batchDraw()),
      useTiles.subscribe(() => sheetLayer.current?.batchDraw()),
      useBench.subscribe((now, before) => (now.session === before.session ? all() : toolLayer.current?.batchDraw())),
    ]
    void document.fonts?.ready.then(all)
    return () => {
      for (const stop of stops) stop()
    }
  }, [])

  const surroundings = (): CatchSurroundings => {
    const { sources } = useProject.getState()
    return { underlays: underlaysInSight(), sources, sheets: useSheetData.getState().byHash, model }
  }

  const pointAt = (screen: Point): BoardPoint => {
    const view = useView.getState()
    return catchOnBoard(toPlane(view, screen), CATCH_RADIUS_PX / view.pxPerMm, surroundings())
  }

  const pick = (screen: Point) => {
    const at = toPlane(useView.getState(), screen)
    const wall = [...outlines].reverse().find(([, outline]) => isInside(outline, at))
    if (wall) return select([wall[0]])
    const sheet = sheetAt(at, ({ locked }) => !locked)
    select(sheet ? [sheet.id] : [])
  }

  const pointer = useBoardPointer({
    move: (screen) => {
      if (toolNamed(useBench.getState().tool).places) return updateSession({ raw: pointAt(screen) })
      pointTo(sheetAt(toPlane(useView.getState(), screen))?.id ?? null)
    },
    click: (screen) => {
      const tool = toolNamed(useBench.getState().tool)
      if (!tool.places) return pick(screen)
      updateSession({ raw: pointAt(screen) })
      const { session } = useBench.getState()
      takeOutcome(tool.click(session, session.cursor!, toolContext()))
    },
    leave: () => {
      pointTo(null)
      if (useBench.getState().session.raw) updateSession({ raw: null })
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
        <Layer ref={sheetLayer} listening={false}>
          <Shape
            sceneFunc={(konva) => {
              const canvas = konva._context
              const view = useView.getState()
              const { sources } = useProject.getState()
              const { selection, pointed } = useBench.getState()
              paintGround(canvas, view)
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
        </Layer>
        <Layer ref={modelLayer} listening={false}>
          <Shape
            sceneFunc={(konva) => {
              const { selection, seeThrough } = useBench.getState()
              if (seeThrough) return
              const view = useView.getState()
              const kept = [...outlines].filter(([id]) => !selection.includes(id)).map(([, outline]) => outline)
              const picked = [...outlines].filter(([id]) => selection.includes(id)).map(([, outline]) => outline)
              paintWalls(konva._context, view, kept, 'kept')
              paintWalls(konva._context, view, picked, 'picked')
            }}
          />
        </Layer>
        <Layer ref={toolLayer} listening={false}>
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
              if (step === 'fit' || step === 'check')
                paintDimensions(canvas, view, underlaysInSight(), settings, wanted)
              if (lit) paintLit(canvas, view, underlaysInSight(), lit)
              const { pending } = useRefit.getState()
              const refitted = pending && sheetOf(useProject.getState().sources, pending.after.sheetId)
              if (pending && refitted) paintRefit(canvas, view, pending, refitted.sheet)
              toolNamed(tool).paint(canvas, session, view, context)
              if (session.cursor && toolNamed(tool).places) paintCursor(canvas, view, session.cursor)
            }}
          />
        </Layer>
      </Stage>
      <Loupe surroundings={surroundings} />
      <DrawingHint />
    </div>
  )
}
