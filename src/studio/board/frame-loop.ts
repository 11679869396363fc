import { type Overlay, type PiecewisePainter, type Scene, Z } from '@/studio/kernel/overlay'
import { paintCursor, paintPassed } from '@/studio/painters/cursor'
import { paintGround } from '@/studio/painters/ground'
import { beginLabels } from '@/studio/painters/labels'
import { optionsNow, useBench } from '@/studio/state/bench'
import { underlaysInSight } from '@/studio/state/in-sight'
import { useLight } from '@/studio/state/light'
import { useView } from '@/studio/state/view'
import { gridOptions } from '@/studio/tooling/options'
import { sheetOf } from '@/studio/tooling/sheet-of'
import { paintDrawn, paintPicked, pickedKey, pictureKey } from './drawn'
import { ModelPicture, paintAtOnce } from './model-picture'
import { stillPassed } from './pointing'
import { paintSheet } from './sheets/paint'
import { useSheetPictures } from './sheets/sheet-pictures'
import { toolContext } from './workbench'

/** So many picked shapes are painted in every frame; more are shown from a picture. */
const FEW = 200

const sheets: Overlay = {
  name: 'sheets',
  z: Z.sheets,
  of: 'marks',
  paint: (canvas, view, { looking, context: { sources, selection }, underlays }) => {
    if (looking === 'tracing') return
    const { pointed } = useBench.getState()
    const pictures = useSheetPictures.getState().byUnderlay
    for (const underlay of underlays) {
      const found = sheetOf(sources, underlay.sheetId)
      if (!found || !underlay.visible) continue
      const { id } = underlay
      const standing = selection.includes(id) ? 'picked' : pointed === id ? 'pointed' : 'plain'
      paintSheet(canvas, view, underlay, found.source, found.sheet, pictures.get(id), standing)
    }
  },
}

const drawn: Overlay = {
  name: 'drawn',
  z: Z.drawn,
  of: 'tracing',
  paint: (_, __, { context: { plan }, picture }) => {
    if (plan.shapes.size > 0) picture(paintDrawn, pictureKey(plan, useBench.getState()))
  },
}

const picked: Overlay = {
  name: 'picked',
  z: Z.drawn + 1,
  of: 'tracing',
  paint: (canvas, view, { context: { plan, selection }, picture }) => {
    if (plan.shapes.size === 0) return
    if (selection.length > FEW) picture(paintPicked, pickedKey(plan, selection))
    else paintAtOnce(paintPicked(canvas, view))
  },
}

const toolInHand: Overlay = {
  name: 'tool',
  z: Z.tool,
  of: 'marks',
  paint: (canvas, view, { session, context }) => useBench.getState().tool.paint(canvas, session, view, context),
}

const cursor: Overlay = {
  name: 'cursor',
  z: Z.cursor,
  of: 'marks',
  paint: (canvas, view, { session }) => {
    const pointing = useBench.getState().tool.places || (session.drag !== null && session.drag.kind !== 'frame')
    if (!session.cursor || !pointing) return
    paintPassed(canvas, view, stillPassed())
    paintCursor(canvas, view, session.cursor)
  },
}

/** Paints the board: at most once a frame, whoever asks for it. */
export class FrameLoop {
  private readonly layers: readonly Overlay[]
  private readonly pictures = new Map<string, { paint: PiecewisePainter; picture: ModelPicture }>()
  private asked = 0

  constructor(
    private readonly canvas: HTMLCanvasElement,
    overlays: readonly Overlay[],
  ) {
    this.layers = [sheets, drawn, picked, toolInHand, cursor, ...overlays].sort((a, b) => a.z - b.z)
    this.ask()
  }

  /** Asks for another frame. */
  readonly ask = (): void => {
    this.asked ||= requestAnimationFrame(() => {
      this.asked = 0
      this.paint()
    })
  }

  readonly stop = (): void => cancelAnimationFrame(this.asked)

  private paint(): void {
    const view = useView.getState()
    const { step, looking, session } = useBench.getState()
    const context = this.canvas.getContext('2d')
    if (!context || view.width === 0 || view.height === 0) return
    const ratio = window.devicePixelRatio
    const [width, height] = [Math.round(view.width * ratio), Math.round(view.height * ratio)]
    if (this.canvas.width !== width || this.canvas.height !== height) {
      this.canvas.width = width
      this.canvas.height = height
    }
    context.setTransform(ratio, 0, 0, ratio, 0, 0)
    context.clearRect(0, 0, view.width, view.height)
    beginLabels(context, view.width, view.height)
    paintGround(context, view, optionsNow(gridOptions).gridMm)
    const scene = { step, looking, session, context: toolContext(), underlays: underlaysInSight() }
    for (const layer of this.layers) {
      if (layer.of === 'tracing' && looking === 'sheets') continue
      context.save()
      layer.paint(context, view, { ...scene, picture: this.pictureOf(layer, context, ratio) })
      context.restore()
    }
  }

  /** Shows what is costly to paint from the picture of its layer. */
  private pictureOf({ name }: Overlay, context: CanvasRenderingContext2D, ratio: number): Scene['picture'] {
    return (paint, key) => {
      const kept = this.pictures.get(name) ?? this.newPicture(name)
      kept.paint = paint
      kept.picture.show(context, useView.getState(), `${key} ${useLight.getState().light}`, ratio)
    }
  }

  private newPicture(name: string): { paint: PiecewisePainter; picture: ModelPicture } {
    const made: { paint: PiecewisePainter; picture: ModelPicture } = {
      paint: nothing,
      picture: new ModelPicture((canvas, view) => made.paint(canvas, view), this.ask),
    }
    this.pictures.set(name, made)
    return made
  }
}

const nothing: PiecewisePainter = () => [][Symbol.iterator]()
