import type { Part } from '@/core/model/part/schema'
import { partsOf } from '@/core/model/part/schema'
import type { PartStep } from '@/core/model/part/steps'
import { currencyOf } from '@/core/model/price-book/currency'
import { type PriceBook, USUAL_PRICES } from '@/core/model/price-book/schema'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { type PartSide, partView, viewsOf } from '@/core/model/work-plane/schema'
import { MATERIALS } from '@/core/part/materials'
import { workOn } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { showAllOnceWhole } from '@/studio/state/show'
import { showBox } from '@/studio/state/view'

type Records = ReturnType<typeof useProject.getState>['records']

/** Begins a part, and looks at it from above. */
export function beginPart(): void {
  const { records } = useProject.getState()
  const known = new Set(partsOf(records).map(({ name }) => name))
  let count = known.size + 1
  while (known.has(`Part ${count}`)) count++
  const part: Part = {
    id: crypto.randomUUID(),
    kind: 'part',
    name: `Part ${count}`,
    material: MATERIALS[0]!.name,
    steps: [],
  }
  const top = partView(crypto.randomUUID(), part.id, 'top')
  put('Begin part', part, top, ...ownPrices(records))
  workOn(top.id)
  showView()
}

/** The price book of a project begins in the currency of who begins its first part. */
function ownPrices(records: Records): PriceBook[] {
  const currency = currencyOf(navigator.language)
  return records.has(USUAL_PRICES.id) || currency === USUAL_PRICES.currency ? [] : [{ ...USUAL_PRICES, currency }]
}

/** What is shown of a view on which nothing lies yet: parts are smaller than buildings. */
const EMPTY_VIEW_MM = { minX: -30, minY: -30, maxX: 230, maxY: 150 }

function showView(): void {
  showBox(EMPTY_VIEW_MM)
  showAllOnceWhole()
}

/** Looks at a part from one of its sides, or back at the plan where it is looked at from there. */
export function lookAtPart(part: Part, side: PartSide, looked: string | null): void {
  const { records } = useProject.getState()
  const known = viewsOf(part.id, records).find((view) => view.side === side)
  if (known?.id === looked) {
    workOn(null)
    return showAllOnceWhole()
  }
  const view = known ?? partView(crypto.randomUUID(), part.id, side)
  if (!known) put('Add view of part', view)
  workOn(view.id)
  showView()
}

/** Sheets of a part's other views that do not lie on this one, each once. */
export function sheetsElsewhere(part: Part, viewId: string, records: Records): Underlay[] {
  const views = new Set(viewsOf(part.id, records).map(({ id }) => id))
  const all = underlaysOf(records).filter(({ levelId }) => views.has(levelId))
  const here = new Set(all.filter(({ levelId }) => levelId === viewId).map(({ sheetId }) => sheetId))
  const others = all.filter(({ sheetId }) => !here.has(sheetId))
  return others.filter(({ sheetId }, i) => others.findIndex((each) => each.sheetId === sheetId) === i)
}

/** Lays the sheets of a part's other views onto this one too, at the size that they have there; they are cropped here anew. */
export function sheetsFromOtherViews(part: Part, viewId: string): void {
  const { records } = useProject.getState()
  const first = sheetsElsewhere(part, viewId, records)
  if (first.length === 0) return tell('No sheet lies on another view of this part that is not here already.')
  const order = Math.max(0, ...underlaysOf(records).map((each) => each.order)) + 1
  put(
    'Lay sheet onto view',
    ...first.map((each, i) => ({
      ...each,
      id: crypto.randomUUID(),
      levelId: viewId,
      crop: null,
      visible: true,
      locked: false,
      order: order + i,
    })),
  )
  showView()
}

export const addSteps = (label: string, part: Part, ...steps: readonly PartStep[]): void =>
  put(label, { ...part, steps: [...part.steps, ...steps] })

export const changeStep = (label: string, part: Part, step: PartStep): void =>
  put(label, { ...part, steps: part.steps.map((each) => (each.id === step.id ? step : each)) })

export const removeStep = (part: Part, id: string): void =>
  put('Remove step', { ...part, steps: part.steps.filter((each) => each.id !== id) })

/** Moves a step by one place: -1 is earlier. */
export function moveStep(part: Part, id: string, by: 1 | -1): void {
  const from = part.steps.findIndex((each) => each.id === id)
  const to = from + by
  if (to < 0 || to >= part.steps.length) return
  const steps = [...part.steps]
  const [step] = steps.splice(from, 1)
  steps.splice(to, 0, step!)
  put('Move step', { ...part, steps })
}
