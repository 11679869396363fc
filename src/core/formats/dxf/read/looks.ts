import { colorOfIndex, trueColor } from './color-index'
import type { Look } from './entity'
import type { DxfRecord } from './records'

/** A layer of the drawing with what its entities take from it. */
export interface Layer {
  readonly name: string
  readonly visible: boolean
  readonly color: string
  readonly weight: number
  readonly lineType: string
}

const FROZEN = 1
/** Weight where none is stated, in hundredths of a millimetre. */
const USUAL_WEIGHT = 25
const BY_LAYER = 256
const BY_BLOCK = 0

/** Works out what entities look like from themselves, their layer and the insert that they are part of. */
export class Looks {
  readonly layers = new Map<string, Layer>()
  private readonly dashes = new Map<string, number[]>()

  constructor(
    tables: readonly DxfRecord[],
    private readonly dashScale: number,
  ) {
    for (const record of tables) {
      const name = record.text(2) ?? ''
      if (record.type === 'LAYER' && name !== '') this.layers.set(name, readLayer(name, record))
      if (record.type === 'LTYPE') this.dashes.set(name.toUpperCase(), record.numbers(49).map(Math.abs))
    }
  }

  layer(name: string): Layer {
    let layer = this.layers.get(name)
    if (!layer) {
      layer = { name, visible: true, color: colorOfIndex(7), weight: USUAL_WEIGHT, lineType: 'CONTINUOUS' }
      this.layers.set(name, layer)
    }
    return layer
  }

  /** @param insert the look of the insert that the entity is part of */
  of(record: DxfRecord, insert: Look | null): Look {
    const own = record.text(8) ?? '0'
    // Layer 0 of a block is that of its insert.
    const name = own === '0' && insert ? insert.layer : own
    const layer = this.layer(name)
    const color = record.number(62, BY_LAYER)
    const stated = record.text(420)
    const weight = record.number(370, -1)
    const lineType = (record.text(6) ?? 'BYLAYER').toUpperCase()
    return {
      layer: name,
      color:
        stated !== undefined
          ? trueColor(Number(stated))
          : color === BY_BLOCK
            ? (insert?.color ?? colorOfIndex(7))
            : color === BY_LAYER || !Number.isInteger(color)
              ? layer.color
              : colorOfIndex(Math.abs(color)),
      weight: weight >= 0 ? weight : weight === -2 ? (insert?.weight ?? USUAL_WEIGHT) : layer.weight,
      dash:
        lineType === 'BYBLOCK'
          ? (insert?.dash ?? [])
          : this.dash(lineType === 'BYLAYER' ? layer.lineType : lineType, record.number(48, 1)),
    }
  }

  private dash(lineType: string, scale: number): number[] {
    const pattern = this.dashes.get(lineType) ?? []
    const factor = scale * this.dashScale
    return pattern.length < 2 || !(factor > 0) ? [] : pattern.map((length) => length * factor)
  }
}

function readLayer(name: string, record: DxfRecord): Layer {
  const color = record.number(62, 7)
  const stated = record.text(420)
  const weight = record.number(370, -3)
  return {
    name,
    // A layer that is off has the negative of its colour.
    visible: color >= 0 && (record.number(70) & FROZEN) === 0,
    color: stated === undefined ? colorOfIndex(Math.abs(color) || 7) : trueColor(Number(stated)),
    weight: weight >= 0 ? weight : USUAL_WEIGHT,
    lineType: (record.text(6) ?? 'CONTINUOUS').toUpperCase(),
  }
}
