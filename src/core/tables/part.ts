import type { Part } from '../model/part/schema'
import type { PriceBook } from '../model/price-book/schema'
import type { Work } from '../part/make/work'
import { massKgOf, type NamedMaterial } from '../part/materials'
import type { Estimate } from '../part/price/estimate'
import type { SolidFacts } from '../part/solid/facts'
import { column, type Table } from './table'

/** What is told of a part. */
export interface ToldPart {
  readonly part: Part
  readonly facts: SolidFacts
  readonly work: Work
  readonly material: NamedMaterial
  readonly estimate: Estimate
  readonly book: PriceBook
}

const facts = ({ facts: each, material, part }: ToldPart): Table => {
  // Where the density is not known, what follows from it is left out.
  const density = massKgOf(material, 1)
  const weighed = (...rows: readonly (readonly [string, string, number])[]) => (density === null ? [] : rows)
  const rows: readonly (readonly [string, string, number])[] = [
    ['Volume', 'mm³', each.volumeMm3],
    ...weighed(['Mass', 'kg', each.volumeMm3 * (density ?? 0)]),
    ['Surface', 'mm²', each.surfaceMm2],
    ['Size along x', 'mm', each.to.x - each.from.x],
    ['Size along y', 'mm', each.to.y - each.from.y],
    ['Size along z', 'mm', each.to.z - each.from.z],
    ['Centre of gravity x', 'mm', each.centre.x],
    ['Centre of gravity y', 'mm', each.centre.y],
    ['Centre of gravity z', 'mm', each.centre.z],
    ...weighed(
      ['Inertia about x', 'kg mm²', each.inertiaMm5.xx * (density ?? 0)],
      ['Inertia about y', 'kg mm²', each.inertiaMm5.yy * (density ?? 0)],
      ['Inertia about z', 'kg mm²', each.inertiaMm5.zz * (density ?? 0)],
    ),
    ['Faces', '', each.faces],
  ]
  return {
    name: 'facts',
    word: 'Facts',
    columns: [
      column('what', `${part.name}, ${material.name}`),
      column('unit', 'Unit'),
      column('value', 'Value', 'figure'),
    ],
    rows: rows.map(([what, unit, value]) => ({ ids: [part.id], cells: { what, unit, value } })),
  }
}

const holes = ({ work, part }: ToldPart): Table => ({
  name: 'holes',
  word: 'Holes',
  columns: [
    column('x', 'x', 'figure'),
    column('y', 'y', 'figure'),
    column('diameter', 'Diameter (mm)', 'figure'),
    column('depth', 'Depth (mm)'),
    column('thread', 'Thread'),
    column('head', 'Head'),
    column('note', 'Note'),
  ],
  rows: work.holes.map(({ step, at }) => ({
    ids: [part.id],
    cells: {
      x: at.x,
      y: at.y,
      diameter: step.diameterMm,
      depth: step.depthMm === undefined ? 'through' : String(step.depthMm),
      thread: step.thread ?? '',
      head: step.head ? `${step.head.kind} ${step.head.diameterMm}` : '',
      note: step.note ?? '',
    },
  })),
})

/** Numbers of pieces for which the price is told. */
const QUANTITIES = [1, 10, 100, 1000]

const price = ({ estimate, book, part }: ToldPart): Table => ({
  name: 'price',
  word: 'Price',
  columns: [
    column('word', 'Of what'),
    column('how', 'How'),
    column('once', `Once (${book.currency})`, 'figure', true),
    column('each', `Each (${book.currency})`, 'figure', true),
    ...QUANTITIES.map((quantity) => column(`of${quantity}`, `Each of ${quantity} (${book.currency})`, 'figure', true)),
  ],
  rows: estimate.lines.map(({ word, how, once, each }) => ({
    ids: [part.id],
    cells: {
      word,
      how,
      once,
      each,
      ...Object.fromEntries(QUANTITIES.map((quantity) => [`of${quantity}`, each + once / quantity])),
    },
  })),
})

/** What a part measures, its holes, and what it costs. */
export const partTables = (told: ToldPart): Table[] => [facts(told), holes(told), price(told)]
