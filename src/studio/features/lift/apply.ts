import type { LiftJob } from '@/core/lift/lift'
import { KIND_LAYERS, type LiftOptions, type LiftPreview } from '@/core/lift/options'
import { FIRST_LAYER, type Layer, layersOf } from '@/core/model/layer/schema'
import { boardMap } from '@/core/model/underlay/placement'
import type { Underlay } from '@/core/model/underlay/schema'
import { workPlaneOf } from '@/core/model/work-plane/schema'
import { removeSheets } from '@/studio/board/sheets/remove-sheets'
import { workbench } from '@/studio/board/workbench'
import { contentUrl } from '@/studio/state/api'
import { choose, closeCard, optionsNow, showCard, useBench } from '@/studio/state/bench'
import { commitParts, put, refusesInPast } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { isPicture, linesHash } from '@/studio/state/page-lines'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { WorkerClient } from '@/studio/state/worker-client'
import { layerOptions } from '@/studio/tooling/options'
import { sheetOf } from '@/studio/tooling/sheet-of'
import type { Lifter } from '@/workers/lift'
import { NO_LIFT, useLift } from './lift-store'
import { liftCard, regionOptions } from './options'

const lifter = new WorkerClient<Lifter>(
  () => new Worker(new URL('../../../workers/lift.ts', import.meta.url), { type: 'module' }),
)

/** The content that is lifted: the lines of a sheet, or the strokes of its picture. */
function liftedHash({ sheetId }: Underlay): string | null {
  const found = sheetOf(useProject.getState().sources, sheetId)
  return found && linesHash(found.sheet, useLift.getState().strokes || isPicture(found.sheet))
}

type NewLayers = Map<string, Layer>

/** Layers for what the sheet has on its own ones, and for the kinds of what is on none: those of the same name, else new ones. */
function layersFor(underlay: Underlay, options: LiftOptions): { ids: Record<string, string>; fresh: NewLayers } {
  const { records } = useProject.getState()
  const known = layersOf(records)
  const fresh: NewLayers = new Map()
  const ids: Record<string, string> = { '': optionsNow(layerOptions).layerId }
  const hash = liftedHash(underlay)
  const linework = hash ? useSheetData.getState().byHash.get(hash)?.linework : undefined
  const add = (key: string, name: string, color: string | undefined) => {
    const same = known.find((layer) => layer.name === name)
    const order = known.length + fresh.size
    const made: Layer = { ...FIRST_LAYER, id: crypto.randomUUID(), name, color: color ?? FIRST_LAYER.color, order }
    ids[key] = (same ?? made).id
    if (!same) fresh.set(made.id, made)
  }
  const colorOf = (index: number) =>
    linework?.styles.find(({ layer, color: own }) => layer === index && own !== 'pattern')?.color
  if (options.layers)
    for (const [i, { name }] of (linework?.layers ?? []).entries())
      add(name, name.trim().slice(0, 200) || `Layer ${i + 1}`, colorOf(i))
  // What is unsure is never among the rest.
  for (const [kind, name] of Object.entries(KIND_LAYERS))
    if (options.kinds || kind === 'unsure') add(name, name, undefined)
  return { ids, fresh }
}

let prepared: { job: LiftJob; fresh: NewLayers; count: number } | null = null
/** The content hash of the linework that the worker was given last. */
let given: string | null = null
/** What is being worked out, so that it isn't twice. */
let underWay: string | null = null

/** Works out what the lift would make, and shows it. */
export async function prepareLift(underlay: Underlay): Promise<void> {
  const { options } = useLift.getState()
  const { region } = optionsNow(regionOptions)
  const hash = liftedHash(underlay)
  if (!hash)
    return useLift.setState({ problem: 'The lines of this sheet are still being read. Try again in a moment.' })
  const { ids, fresh } = layersFor(underlay, options)
  const { placement } = underlay
  const job: LiftJob = {
    map: boardMap(placement),
    mmPerPt: placement.mmPerPt,
    turnRad: placement.turnRad,
    crop: underlay.crop,
    parts: underlay.parts,
    markup: underlay.markup,
    region,
    options,
    underlayId: underlay.id,
    layerIds: ids,
  }
  const wanted = JSON.stringify([options, region, underlay, hash])
  if (wanted === underWay) return
  underWay = wanted
  useLift.setState({ busy: true, problem: null })
  try {
    const linework = given === hash ? null : (useSheetData.getState().byHash.get(hash)?.linework ?? null)
    given = hash
    const made = await lifter.call((lift) => lift.prepare(new URL(contentUrl(hash), location.href).href, linework, job))
    // What was asked for since has overtaken it.
    if (wanted !== underWay) return
    const now = useLift.getState()
    // Chosen anew meanwhile: the card asks again.
    if (now.options !== options || optionsNow(regionOptions).region !== region) return useLift.setState({ busy: false })
    prepared = { job, fresh, count: made.count }
    useLift.setState({ busy: false, preview: made as LiftPreview })
  } catch (error) {
    // Another worker knows nothing of what the last one was given.
    given = null
    if (wanted === underWay) useLift.setState({ busy: false, problem: (error as Error).message })
  } finally {
    if (wanted === underWay) underWay = null
  }
}

/** Shapes fetched from the worker at once: so few that taking them in is no long task. */
const AT_ONCE = 2000

/** Puts what was prepared on the plan piece by piece, as one change. */
export async function applyLift(underlay: Underlay): Promise<void> {
  const { sheet } = useLift.getState()
  if (!prepared || prepared.job.underlayId !== underlay.id || refusesInPast()) return
  const { count, fresh } = prepared
  prepared = null
  // The card goes first: what it shows is done with.
  giveUpLift()
  if (count === 0) return tell('There is nothing to lift here.')
  if (!(await commitParts('Lift lines', partsOfLift(underlay, count, fresh)))) return
  if (sheet === 'hidden') put('Hide sheet', { ...underlay, visible: false })
  // What keeps it is said instead.
  if (sheet === 'removed' && !removeSheets([underlay])) return
  tell(`${count.toLocaleString('en')} lifted from ${underlay.name}.`)
}

/** What is lifted, in parts, each with the new layers that it is the first to use. */
async function* partsOfLift({ levelId }: Underlay, count: number, fresh: NewLayers) {
  // What is lifted from a sheet that stands upright lies where that stands.
  const on = workPlaneOf(levelId, useProject.getState().records) ? { planeId: levelId } : {}
  const layers = new Map([...fresh.values()].map((layer) => [layer.id, layer]))
  for (let from = 0; from < count; from += AT_ONCE) {
    const shapes = await lifter.call((lift) => lift.take(from, AT_ONCE))
    const first = [...new Set(shapes.map(({ layerId }) => layerId))].flatMap((id) => {
      const layer = layers.get(id)
      layers.delete(id)
      return layer ? [{ id, after: layer }] : []
    })
    yield [...first, ...shapes.map((shape) => ({ id: shape.id, after: { ...shape, ...on } }))]
  }
}

/** Forgets what was prepared, and puts its card away. */
export function giveUpLift(): void {
  useLift.setState(NO_LIFT)
  choose(regionOptions, { region: null })
  if (useBench.getState().sideCard === liftCard) closeCard()
}

/** Opens the card for lifting lines of a sheet. */
export function beginLift(underlay: Underlay): void {
  useLift.setState({ ...NO_LIFT, options: useLift.getState().options, underlayId: underlay.id })
  // The card works out its preview as soon as it shows.
  workbench.begin('trace')
  showCard(liftCard)
}
