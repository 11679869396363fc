import { EMPTY_BOX, isEmpty, unite } from '@/core/geometry/box'
import { placementAtRatio } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import type { SheetView, SourceView } from '../api'
import { goTo, select } from '../bench-store'
import { showUnderlay, underlayBox } from '../board/show'
import { whenSized } from '../board/view'
import { put, underlaysOf, useProject } from '../project/store'

/** What a sheet is taken for until it is fitted: the commonest plan ratio. */
const FIRST_RATIO = 100

/** Lays a page under the board, to the right of what is there, and goes on to fitting it. */
export function placeSheet(source: SourceView, sheet: SheetView): void {
  const underlays = underlaysOf(useProject.getState().records)
  const taken = underlays.map(underlayBox).reduce(unite, EMPTY_BOX)
  const placement = placementAtRatio(FIRST_RATIO)
  const gapMm = sheet.widthPt * placement.mmPerPt * 0.05
  const underlay: Underlay = {
    id: crypto.randomUUID(),
    kind: 'underlay',
    name: sheetName(source, sheet),
    sheetId: sheet.id,
    placement: { ...placement, originMm: isEmpty(taken) ? { x: 0, y: 0 } : { x: taken.maxX + gapMm, y: taken.minY } },
    dimensions: [],
    visible: true,
    locked: false,
    catching: true,
    tone: 1,
    order: (underlays.at(-1)?.order ?? 0) + 1,
  }
  put('Bring in sheet', underlay)
  goTo('fit')
  select([underlay.id])
  whenSized(() => showUnderlay(underlay))
}

/** A name that tells two pages of one file apart. */
export function sheetName({ name, pageCount }: SourceView, { number, label }: SheetView): string {
  const stem = name.replace(/\.pdf$/i, '')
  if (label && label !== String(number)) return `${stem} – ${label}`
  return pageCount === 1 ? stem : `${stem} – page ${number}`
}
