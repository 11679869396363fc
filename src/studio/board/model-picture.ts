import type { PiecewisePainter } from '@/studio/kernel/overlay'
import type { View } from '@/studio/kernel/view'

/** How much more than the board a picture shows on each side, so that a pan needs no new one. */
const MARGIN = 0.35
/** A picture that takes longer than this is only painted anew once the view rests. */
const QUICK_MS = 10
/** One that takes longer than this is painted beside the old one, a piece in each turn, also after a change. */
const LONG_MS = 30
const REST_MS = 90
/** How long one piece may take. */
const SLICE_MS = 12

interface Picture {
  readonly bitmap: ImageBitmap
  /** What it shows; wider than the board. */
  readonly view: View
  readonly key: string
  readonly tookMs: number
}

/** Paints all pieces one after another. */
export function paintAtOnce(pieces: Iterator<void>): void {
  while (!pieces.next().done);
}

/**
 * Shows something costly to paint from a picture of it: a frame of a pan paints one bitmap, however much is drawn.
 * While the view grows or shrinks the old picture is stretched; where it rests a sharp one is painted.
 */
export class ModelPicture {
  private picture: Picture | null = null
  private timer: ReturnType<typeof setTimeout> | null = null
  private wanted: string | null = null

  constructor(
    private readonly paint: PiecewisePainter,
    /** Asks for another frame. */
    private readonly again: () => void,
  ) {}

  /** @param key what the picture shows besides the view: another key wants another picture */
  show(canvas: CanvasRenderingContext2D, view: View, key: string, pixelRatio: number): void {
    if (view.width === 0 || view.height === 0) return
    this.renew(view, key, pixelRatio)
    const { picture } = this
    if (!picture) return
    const grow = view.pxPerMm / picture.view.pxPerMm
    const x = (picture.view.center.x - view.center.x) * view.pxPerMm + view.width / 2 - (picture.view.width / 2) * grow
    const y =
      (view.center.y - picture.view.center.y) * view.pxPerMm + view.height / 2 - (picture.view.height / 2) * grow
    // Between pixels every line would be blurred.
    const even = (px: number) => (grow === 1 ? Math.round(px * pixelRatio) / pixelRatio : px)
    canvas.drawImage(picture.bitmap, even(x), even(y), picture.view.width * grow, picture.view.height * grow)
  }

  private renew(view: View, key: string, pixelRatio: number): void {
    const { picture } = this
    const sameKey = picture?.key === key
    if (sameKey && picture.view.pxPerMm === view.pxPerMm && covers(picture.view, view)) return
    const wanted = `${key} ${view.pxPerMm} ${view.center.x} ${view.center.y} ${view.width} ${view.height}`
    if (wanted === this.wanted) return
    this.forget()
    this.wanted = wanted
    // What was quick the last time is there in this very frame, unless it takes longer now.
    if ((picture?.tookMs ?? 0) <= (sameKey ? QUICK_MS : LONG_MS)) {
      if (!this.proceed(this.begin(view, pixelRatio), key, LONG_MS)) return
      this.forget()
    } else this.timer = setTimeout(() => this.continue(this.begin(view, pixelRatio), key), REST_MS)
  }

  private forget(): void {
    if (this.timer) clearTimeout(this.timer)
    this.timer = null
    this.wanted = null
  }

  private begin(view: View, pixelRatio: number) {
    const began = performance.now()
    const more = (px: number) => px + 2 * Math.ceil(px * MARGIN)
    const wide: View = { ...view, width: more(view.width), height: more(view.height) }
    const canvas = new OffscreenCanvas(Math.round(wide.width * pixelRatio), Math.round(wide.height * pixelRatio))
    // Painted by the processor: a hundred thousand strokes would hold up whoever composes the screen.
    const context = canvas.getContext('2d', { willReadFrequently: true })!
    context.setTransform(pixelRatio, 0, 0, pixelRatio, 0, 0)
    return { canvas, context, view: wide, pieces: this.paint(context, wide), tookMs: performance.now() - began }
  }

  private keep(canvas: OffscreenCanvas, view: View, key: string, tookMs: number): void {
    this.picture?.bitmap.close()
    this.picture = { bitmap: canvas.transferToImageBitmap(), view, key, tookMs }
  }

  /** Paints piece by piece until it is done, unless another picture is wanted meanwhile. */
  private continue(work: ReturnType<ModelPicture['begin']>, key: string): void {
    if (!this.proceed(work, key, SLICE_MS)) return
    this.forget()
    this.again()
  }

  /** Paints for a while. @returns whether the picture is done; if not, it goes on by itself */
  private proceed(work: ReturnType<ModelPicture['begin']>, key: string, mostMs: number): boolean {
    const began = performance.now()
    let done = false
    while (!done && performance.now() - began < mostMs) {
      done = work.pieces.next().done === true
      // What is painted is otherwise only noted, and all of it done when the picture is taken.
      work.context.getImageData(0, 0, 1, 1)
    }
    const tookMs = work.tookMs + performance.now() - began
    if (done) this.keep(work.canvas, work.view, key, tookMs)
    else this.timer = setTimeout(() => this.continue({ ...work, tookMs }, key))
    return done
  }
}

function covers(picture: View, view: View): boolean {
  const slackX = (picture.width - view.width) / 2 / view.pxPerMm
  const slackY = (picture.height - view.height) / 2 / view.pxPerMm
  return Math.abs(picture.center.x - view.center.x) <= slackX && Math.abs(picture.center.y - view.center.y) <= slackY
}
