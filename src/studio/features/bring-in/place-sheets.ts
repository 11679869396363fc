import { EMPTY_BOX, unite } from '@/core/geometry/box'
import type { Point } from '@/core/geometry/vector'
import { type Level, withFirstLevel } from '@/core/model/level/schema'
import { shownDisplayOf } from '@/core/model/settings/schema'
import { layOut, type Where } from '@/core/model/underlay/lay'
import { newUnderlay } from '@/core/model/underlay/new'
import type { Underlay } from '@/core/model/underlay/schema'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { isImperial, type LengthDisplay } from '@/core/units/format'
import { parseRatio } from '@/core/units/ratio'
import { goTo, workbench } from '@/studio/board/workbench'
import { valuesOf } from '@/studio/kernel/options'
import { api, type SheetView, type SourceView } from '@/studio/state/api'
import { choose, levelForNew, planeWorkedOn, useBench, workOn } from '@/studio/state/bench'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useProject } from '@/studio/state/project'
import { showUnderlays } from '@/studio/state/show'
import { whenSized } from '@/studio/state/view'
import { isFullSize, isUnread, sheetOf } from '@/studio/tooling/sheet-of'
import { underlayBox } from '@/studio/tooling/underlay-box'
import { type LayChoices, letGo, useChoice } from './choice'
import { layDownOptions } from './options'
import { place } from './tools/place'

/** What a sheet that names no ratio is taken for until it is fitted: the commonest plan ratio, 1:100 or 1/4″ = 1′-0″. */
const FIRST_RATIO = { metric: 100, imperial: 48 }

/** Floors nearer to one another than this are those of one storey. */
const SAME_FLOOR_MM = 50

/** The ratio a sheet is laid at where none is typed. */
export const usualRatio = (source: SourceView, sheet: SheetView, display: LengthDisplay): number =>
  isFullSize(source, sheet) ? 1 : (sheet.ratio?.ratio ?? FIRST_RATIO[isImperial(display) ? 'imperial' : 'metric'])

/** Lays the picked pages down as chosen, or lets the person click where. */
export function bringInPicked(): void {
  const { lay } = useChoice.getState()
  try {
    if (lay.ratio.trim() !== '') parseRatio(lay.ratio)
  } catch (error) {
    tell((error as Error).message)
    return
  }
  if (lay.where === 'point') {
    goTo('fit')
    workbench.take(place)
    return
  }
  placePicked(null)
}

/** What pages are laid on: what was chosen, else what is worked on. */
export const laidOn = ({ levelId }: LayChoices): string =>
  levelId && useProject.getState().records.has(levelId) ? levelId : levelForNew()

/** Lays the picked pages down, and goes on to fitting them. @param at the point clicked, or null for where else was chosen */
export function placePicked(at: Point | null): void {
  const { picked, lay, crops } = useChoice.getState()
  const { records, sources, id: projectId } = useProject.getState()
  const found = picked.map((id) => sheetOf(sources, id)).filter((each) => each !== null)
  if (found.length === 0) return
  const underlays = underlaysOf(records)
  const typed = lay.ratio.trim() === '' ? null : parseRatio(lay.ratio)
  const levelId = laidOn(lay)
  const display = shownDisplayOf(records)
  // An upright plane is a board of its own; levels share one.
  const boardOf = (id: string) => (workPlaneOf(id, records) ? id : null)
  const there = underlays.filter((underlay) => boardOf(underlay.levelId) === boardOf(levelId))
  const where: Where = at
    ? { kind: 'point', at }
    : lay.where === 'origin'
      ? { kind: 'origin' }
      : { kind: 'beside', taken: there.map((underlay) => underlayBox(underlay, sources)).reduce(unite, EMPTY_BOX) }
  const placements = layOut(
    found.map(({ source, sheet }) => ({
      ...sheet,
      storeyOf: sheet.elevationMm === null ? undefined : source.id,
      ratio: (typed ?? usualRatio(source, sheet, display)) * sheet.paperFactor,
    })),
    where,
    lay.quarterTurns,
  )
  const order = underlays.at(-1)?.order ?? 0
  // Where no level was chosen for them, storeys lie on levels of their own height; those that are missing are made.
  const levels = lay.levelId || workPlaneOf(levelId, records) ? [] : [...withFirstLevel(records)]
  const storeys: Level[] = []
  const levelOf = ({ elevationMm, label }: SheetView): string | null => {
    if (elevationMm === null || levels.length === 0) return null
    const there = levels.find((level) => Math.abs(level.elevationMm - elevationMm) <= SAME_FLOOR_MM)
    if (there) return there.id
    const made: Level = {
      id: crypto.randomUUID(),
      kind: 'level',
      name: label?.trim().slice(0, 100) || 'Storey',
      elevationMm,
    }
    storeys.push(made)
    levels.push(made)
    return made.id
  }
  const sizedBy = (sheet: SheetView) => (typed !== null ? 'typed' : isUnread(sheet) ? 'unread' : undefined)
  const fresh: Underlay[] = found.map(({ source, sheet }, i) =>
    newUnderlay({
      id: crypto.randomUUID(),
      name: sheetName(source, sheet),
      sheetId: sheet.id,
      placement: placements[i]!,
      ...(sizedBy(sheet) && { sizedBy: sizedBy(sheet) }),
      levelId: levelOf(sheet) ?? levelId,
      crop: crops.has(sheet.id) ? [...crops.get(sheet.id)!] : null,
      order: order + 1 + i,
    }),
  )
  put(fresh.length === 1 ? 'Bring in sheet' : `Bring in ${fresh.length} sheets`, ...storeys, ...fresh)
  void api.prefer(projectId, picked, 'lines').catch(() => undefined)
  letGo()
  if (planeWorkedOn() !== boardOf(levelId)) workOn(boardOf(levelId))
  goTo('fit')
  workbench.pick(
    fresh.map(({ id }) => id),
    false,
  )
  whenSized(() => showUnderlays(fresh))
}

/** Lays pages down where the person clicks. @returns a function that stops doing so */
export const followPlacing = (): (() => void) =>
  useBench.subscribe((bench) => {
    const { at } = valuesOf(layDownOptions, bench.chosen)
    if (!at) return
    choose(layDownOptions, { at: null })
    placePicked(at)
  })

/** A name that tells two pages of one file apart. */
export function sheetName({ name, pageCount }: SourceView, { number, label }: SheetView): string {
  const stem = name.replace(/\.(pdf|ai|png|jpe?g|webp|tiff?|jp2|j2k|jb2|jbig2|svg|dxf|ifc)$/i, '')
  if (label && label !== String(number)) return `${stem} – ${label}`.slice(0, 200)
  return pageCount === 1 ? stem : `${stem} – page ${number}`
}
