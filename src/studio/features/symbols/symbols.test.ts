import { expect, it } from 'vitest'
import { FIRST_LAYER } from '@/core/model/layer/schema'
import type { Path } from '@/core/model/path/schema'
import { Rig } from '../../../../tests/support/rig'
import { dissolve, makeSymbol } from './make-symbol'
import { symbolOptions } from './options'
import { symbol } from './tools/symbol'
import { symbolBase } from './tools/symbol-base'

const rack: Path = {
  id: 'rack',
  kind: 'path',
  layerId: FIRST_LAYER.id,
  pen: undefined,
  xy: [0, 0, 400, 0, 400, 200, 0, 200],
  closed: true,
}

/** A rig in which the rack is a symbol, placed once where it was drawn. */
function withSymbol(): Rig {
  const rig = new Rig({ records: [rack] })
  const made = makeSymbol('Rack', [rack], rig.context())
  for (const { id, after } of made.edit!.edits) {
    if (after) rig.records.set(id, after)
    else rig.records.delete(id)
  }
  return rig.choose(made.choose!)
}

it('what is picked becomes a symbol, placed by its middle', () => {
  const rig = withSymbol()
  expect(rig.all('path')).toEqual([])
  expect(rig.all('symbol')[0]).toMatchObject({ name: 'Rack', base: { x: 200, y: 100 } })
  expect(rig.all('insert')[0]?.at).toEqual({ x: 200, y: 100 })
})

it('a symbol is placed as often as it is clicked, turned and sized as typed', () => {
  const rig = withSymbol().take(symbol).point(1, 1).type('90', 'turn').type('2', 'factor').click(1000, 0).click(2000, 0)
  expect(rig.all('insert').slice(1)).toMatchObject([{ factor: 2 }, { factor: 2 }])
  expect(rig.all('insert')[1]?.turnRad).toBeCloseTo(Math.PI / 2, 12)
})

it('says that one is to be chosen first', () => {
  const rig = new Rig()
    .choose(symbolOptions.with({ symbolId: null }))
    .take(symbol)
    .click(0, 0)
  expect(rig.said).toEqual(['Choose a symbol in the card first.'])
})

it('another base point moves nothing that is placed', () => {
  const rig = withSymbol().take(symbolBase).click(0, 0)
  expect(rig.all('symbol')[0]?.base).toEqual({ x: 0, y: 0 })
  expect(rig.all('insert')[0]?.at).toEqual({ x: 0, y: 0 })
})

it('dissolved it is drawn by itself again', () => {
  const rig = withSymbol()
  const { edit } = dissolve(rig.all('insert'), rig.context())
  expect(edit?.edits.find(({ after }) => after?.kind === 'path')?.after).toMatchObject({ xy: rack.xy })
})
