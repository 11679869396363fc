import type { Point } from '../../../geometry/vector'
import type { ProjectRecord } from '../../../model/registry'
import { displayOf } from '../../../model/settings/schema'
import { CAPITALS } from '../../../text/capitals'
import { FRAME_MM, neededRatio, PAPERS, type PaperName, ratioFor, TITLE_MM } from '../../paper/papers'
import { type PaperMark, titleBlock } from '../../paper/title-block'
import { titleFacts } from '../../svg/write-plan'
import type { DxfEntity, DxfLayer, DxfLayout } from '../drawing'
import type { DrawnStorey, PlanChoice } from './choice'

const TITLE_LAYER = 'A-ANNO-TTLB'
const VIEW_LAYER = 'A-ANNO-NPLT'

/** Layers of what lies on paper. */
export const PAPER_LAYERS: readonly DxfLayer[] = [
  { name: TITLE_LAYER, colorIndex: 7, weightMm: 0.25 },
  { name: VIEW_LAYER, colorIndex: 8, unprinted: true },
]

/** A storey on a sheet of paper, to scale, with frame and title; the layers of other storeys are frozen there. */
export function levelLayout(
  storey: DrawnStorey,
  all: readonly DrawnStorey[],
  records: ReadonlyMap<string, ProjectRecord>,
  { paper, ratio: wanted, title = '' }: PlanChoice & { readonly paper: PaperName },
): DxfLayout {
  const display = displayOf(records)
  const { widthMm, heightMm } = PAPERS[paper]
  const { minX, minY, maxX, maxY } = storey.box
  const ratio = wanted ?? ratioFor(storey.box, paper, display) ?? Math.ceil(neededRatio(storey.box, paper))
  const own = new Set(storey.layers)
  const facts = titleFacts(records, display, { title, levelId: storey.id, paper }, ratio)
  return {
    name: storey.name,
    widthMm,
    heightMm,
    entities: titleBlock(facts).map((mark) => entityOf(mark, heightMm)),
    view: {
      on: { minX: FRAME_MM, minY: FRAME_MM + TITLE_MM, maxX: widthMm - FRAME_MM, maxY: heightMm - FRAME_MM },
      middle: { x: (minX + maxX) / 2, y: (minY + maxY) / 2 },
      ratio,
    },
    viewLayer: VIEW_LAYER,
    frozen: all.flatMap((other) => (other === storey ? [] : other.layers.filter((name) => !own.has(name)))),
  }
}

/** What lies on the paper, whose y runs downwards there and upwards here. */
function entityOf(mark: PaperMark, heightMm: number): DxfEntity {
  const flipped = ({ x, y }: Point): Point => ({ x, y: heightMm - y })
  const layer = TITLE_LAYER
  if (mark.type === 'text')
    return {
      type: 'text',
      layer,
      at: flipped(mark.at),
      text: mark.text,
      height: mark.sizeMm * CAPITALS,
      turnDeg: 0,
      align: mark.anchor,
    }
  const outline: DxfEntity = {
    type: 'polyline',
    layer,
    points: mark.points.map(flipped),
    closed: mark.type === 'area' || mark.closed,
    ...(mark.type === 'line' && { pen: { weightMm: mark.weightMm } }),
  }
  return mark.type === 'area' && mark.filled
    ? { type: 'hatch', layer, rings: [{ points: mark.points.map(flipped) }], lines: [], drawn: [outline] }
    : outline
}
