import { boxOf } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import { newInsert, placedShapes } from '@/core/model/insert/shape'
import { isPlainShape, type PlainShape } from '@/core/model/plain-schemas'
import type { Plan } from '@/core/model/plan'
import { gripsOf, isDrawn, type Shape } from '@/core/model/shapes'
import type { SymbolRecord } from '@/core/model/symbol/schema'
import type { After, Effects, ToolContext } from '@/studio/kernel/tool'
import { layerOptions } from '@/studio/tooling/options'
import { symbolOptions } from './options'

const removed = (shapes: readonly Shape[]): After[] => shapes.map(({ id }) => ({ id, after: null }))

/** The base of a new symbol: the middle of what it holds. */
function middleOf(shapes: readonly Shape[], plan: Plan): Point {
  const { minX, minY, maxX, maxY } = boxOf(shapes.flatMap((shape) => gripsOf(shape, plan.around)))
  return { x: (minX + maxX) / 2, y: (minY + maxY) / 2 }
}

/** Shapes as a symbol holds them: placed symbols are dissolved into what they show; dimensions and walls can't be held. */
function held(shapes: readonly Shape[], { plan }: ToolContext): PlainShape[] {
  return shapes.flatMap((shape): PlainShape[] => {
    if (shape.kind === 'insert') return placedShapes(shape, plan.around)
    return isPlainShape(shape) ? [shape] : []
  })
}

/** Makes a symbol of shapes, and puts it in their place. Its base is their middle until another one is chosen. */
export function makeSymbol(name: string, shapes: readonly Shape[], context: ToolContext): Effects {
  const inside = held(shapes, context)
  if (inside.length === 0) return { say: 'A symbol holds lines, texts and hatches: select some first.' }
  const base = middleOf(inside, context.plan)
  const symbol: SymbolRecord = { id: crypto.randomUUID(), kind: 'symbol', name, base, shapes: inside }
  const { layerId, planeId } = shapes.find(isDrawn) ?? {
    ...context.options(layerOptions),
    planeId: context.planeId ?? undefined,
  }
  const insert = newInsert(symbol.id, base, layerId, planeId)
  const gone = shapes.filter(({ kind }) => kind === 'insert' || isPlainShape({ kind }))
  const edits = [{ id: symbol.id, after: symbol }, { id: insert.id, after: insert }, ...removed(gone)]
  return {
    edit: { label: 'Make symbol', edits },
    say: `${name} is a symbol now: click its base point, or press Esc to keep its middle.`,
    pick: [insert.id],
    choose: symbolOptions.with({ symbolId: symbol.id }),
  }
}

/** Puts in the place of placed symbols what they show. */
export function dissolve(shapes: readonly Shape[], { plan }: ToolContext): Effects {
  const inserts = shapes.flatMap((shape) => (shape.kind === 'insert' ? [shape] : []))
  if (inserts.length === 0) return { say: 'Only placed symbols can be dissolved.' }
  const made = inserts.flatMap((insert) =>
    placedShapes(insert, plan.around).map((shape) => ({ ...shape, id: crypto.randomUUID() })),
  )
  const edits = [...removed(inserts), ...made.map((after) => ({ id: after.id, after }))]
  return {
    edit: { label: 'Dissolve symbol', edits },
    say: 'What the symbol showed is drawn by itself now.',
    pick: made.map(({ id }) => id),
  }
}
