import { boolean, type InferType, number, object, string } from 'yup'
import { type AnyRecord, recordsOf } from '../by-kind'
import { idSchema } from '../fields'
import { keptByRecords } from '../kept'
import { colorSchema, LINE_TYPES, type LineType, weightMm } from '../pen'

/** A layer of plain linework. */
export const layerSchema = object({
  id: idSchema.required(),
  kind: string()
    .oneOf(['layer'] as const)
    .required(),
  name: string().trim().min(1).max(200).required(),
  color: colorSchema().required(),
  line: string<LineType>().oneOf(LINE_TYPES).required(),
  weightMm: weightMm().required(),
  visible: boolean().required(),
  locked: boolean().required(),
  /** Whether it is handed over and printed. */
  printed: boolean().required(),
  order: number().required(),
}).noUnknown()

export type Layer = InferType<typeof layerSchema>

/** The layer that lines are drawn on until others are made. */
export const FIRST_LAYER: Layer = {
  id: 'layer-0',
  kind: 'layer',
  name: 'Lines',
  color: '#26302f',
  line: 'full',
  weightMm: 0.25,
  visible: true,
  locked: false,
  printed: true,
  order: 0,
}

const isLayer = (record: AnyRecord | undefined): record is Layer => record?.kind === 'layer'

/** All layers in order; the first one is there even before it is changed. */
export const layersOf = keptByRecords((records: ReadonlyMap<string, AnyRecord>) => {
  const layers = recordsOf<Layer>('layer', records)
  const all = records.has(FIRST_LAYER.id) ? layers : [FIRST_LAYER, ...layers]
  return all.toSorted((a, b) => a.order - b.order || a.name.localeCompare(b.name))
})

/** The layer that something lies on; what names a lost one lies on the first. */
export function layerOf(records: ReadonlyMap<string, AnyRecord>, layerId: string): Layer {
  const found = records.get(layerId) ?? records.get(FIRST_LAYER.id)
  return isLayer(found) ? found : FIRST_LAYER
}
