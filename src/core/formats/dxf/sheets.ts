import { apply } from '../../geometry/affine'
import { placementMap } from '../../model/underlay/placement'
import type { Underlay } from '../../model/underlay/schema'
import { CAPITALS } from '../../text/capitals'
import { type HandedSheet, type PlacedMark, placedMarks } from '../sheets/placed'
import type { DxfAttachment, DxfDrawing, DxfEntity, DxfLayer } from './drawing'

const layerName = (sheet: string, layer: string | null): string =>
  `Sheet ${sheet}${layer === null ? '' : ` - ${layer}`}`

/** A file beside the drawing that is the source of a sheet. */
export interface AttachedFile {
  readonly underlay: Underlay
  readonly attachment: DxfAttachment
  /** Of the page as displayed, in points. */
  readonly widthPt: number
  readonly heightPt: number
}

const PT_PER_INCH = 72

/** Whether a sheet can be shown by its file: as it is, and neither cut nor bent. */
export const canBeAttached = ({ placement, crop, parts }: Underlay, kind: DxfAttachment['kind']): boolean =>
  crop === null && parts.length === 0 && !placement.bend && (kind === 'image' || placement.kind === 'similarity')

/** A drawing over files beside it: pages of PDFs, and images. */
export function withFiles(drawing: DxfDrawing, files: readonly AttachedFile[]): DxfDrawing {
  function* entities(): Generator<DxfEntity> {
    for (const file of files) yield attachedEntity(file)
    yield* drawing.entities
  }
  return {
    ...drawing,
    layers: [
      ...drawing.layers,
      ...files.map(({ underlay }) => ({ name: layerName(underlay.name, null), colorIndex: 8 })),
    ],
    entities: entities(),
    attachments: files.map(({ attachment }) => attachment),
  }
}

function attachedEntity({ underlay, attachment, widthPt, heightPt }: AttachedFile): DxfEntity {
  const layer = layerName(underlay.name, null)
  const { placement } = underlay
  const map = placementMap(placement)
  const at = apply(map, { x: 0, y: 0 })
  if (attachment.kind === 'pdf')
    return {
      type: 'pdf-page',
      layer,
      file: attachment.file,
      page: attachment.page,
      at,
      perInch: placement.mmPerPt * PT_PER_INCH,
      turnDeg: (placement.turnRad * 180) / Math.PI,
    }
  const [a, b, c, d] = map
  const [right, up] = [widthPt / attachment.widthPx, heightPt / attachment.heightPx]
  return {
    type: 'image',
    layer,
    file: attachment.file,
    at,
    right: { x: a * right, y: b * right },
    up: { x: c * up, y: d * up },
  }
}

/** A drawing with the lines of sheets beneath it, each on layers of its own. */
export function withSheets(drawing: DxfDrawing, sheets: readonly HandedSheet[]): DxfDrawing {
  const layers = sheets.flatMap(({ underlay, linework }): DxfLayer[] =>
    [null, ...new Set(linework.layers.map(({ name }) => name))].map((layer) => ({
      name: layerName(underlay.name, layer),
      colorIndex: 8,
      weightMm: 0.09,
    })),
  )
  function* entities(): Generator<DxfEntity> {
    for (const sheet of sheets)
      for (const mark of placedMarks(sheet)) yield entityOf(mark, layerName(sheet.underlay.name, mark.layer))
    yield* drawing.entities
  }
  return { ...drawing, layers: [...drawing.layers, ...layers], entities: entities() }
}

function entityOf(mark: PlacedMark, layer: string): DxfEntity {
  switch (mark.kind) {
    case 'line':
      return { type: 'line', layer, start: mark.start, end: mark.end }
    case 'curve':
      return { type: 'spline', layer, curves: [mark.curve], closed: false }
    case 'text':
      return {
        type: 'text',
        layer,
        at: mark.at,
        text: mark.text,
        height: mark.heightMm * CAPITALS,
        turnDeg: (mark.turnRad * 180) / Math.PI,
      }
  }
}
