import { residualOf } from '../fit/residual'
import { isInside } from '../geometry/polygon'
import { invertProjective, project } from '../geometry/projective'
import { middle, type Point } from '../geometry/vector'
import { levelIdOf, withFirstLevel } from '../model/level/schema'
import { ofKind } from '../model/of-kind'
import { openingsByWall } from '../model/opening/by-wall'
import { Plan } from '../model/plan'
import type { ProjectRecord } from '../model/registry'
import { displayOf, settingsOf } from '../model/settings/schema'
import { boardMap } from '../model/underlay/placement'
import type { Underlay } from '../model/underlay/schema'
import { underlaysOf } from '../model/underlay/underlays'
import type { LineFinder } from '../propose/wall-run'
import { proposeWalls } from '../propose/walls/propose'
import { USUAL_CERTAINTY } from '../propose/walls/proposed-wall'
import { sheetFinder } from '../propose/walls/sheet-finder'
import type { IndexedSheet } from '../sheet/binary'
import { toleranceOf } from './tolerance'
import { countByClass, type EdgeMatch, matchEdge, tracedEdges } from './trace-to-sheet'
import { tracedCorners, tracedMm } from './traced'
import { type Untraced, untraced } from './untraced'
import { compareWall, type WallDoubt } from './wall-on-sheet'

/** A sheet that lies on the board, with what its page draws. */
export interface CheckedSheet extends IndexedSheet {
  readonly underlay: Underlay
}

type Records = ReadonlyMap<string, ProjectRecord>

/** How true what stands on a level is to its sheets, and they to it. */
export interface LevelTrueness {
  readonly levelId: string
  readonly name: string
  /** The sheets that it was compared with, by name. */
  readonly sheets: readonly string[]
  readonly edges: readonly EdgeMatch[]
  /** How many edges lie in each class of distance (see `OFF_CLASSES_MM`). */
  readonly counts: readonly number[]
  /** What of walls and openings the sheets show otherwise, beyond tolerance. */
  readonly doubts: readonly WallDoubt[]
  /** What the sheets show and nobody traced. */
  readonly untraced: readonly Untraced[]
}

/** A stated length against what the sheet draws and what was traced, millimetres. */
export interface StatedLength {
  readonly sheet: string
  readonly statedMm: number
  readonly drawnMm: number
  /** Null where nothing was traced between its ends. */
  readonly tracedMm: number | null
}

/** How true a model is to the sheets that it was traced from, or to what another party drew. */
export interface Trueness {
  readonly toleranceMm: number
  readonly levels: readonly LevelTrueness[]
  readonly stated: readonly StatedLength[]
}

/**
 * Compares all that was traced with sheets that lie on the board, both ways.
 * @param sheets those that it is compared with: drawings of any kind, with what their pages draw
 */
export function truenessOf(records: Records, sheets: readonly CheckedSheet[]): Trueness {
  const { mm: toleranceMm } = toleranceOf(settingsOf(records))
  const edges = tracedEdges(Plan.of(records, displayOf(records)).around)
  const openings = openingsByWall(records)
  const levels = withFirstLevel(records).flatMap(({ id, name }): LevelTrueness[] => {
    const here = sheets.filter(({ underlay }) => underlay.levelId === id)
    if (here.length === 0) return []
    const finders = here.map(finderOf)
    const lines: LineFinder = (p, reach) => finders.flatMap((find) => find(p, reach))
    const matches = edges.filter(({ levelId }) => levelId === id).map((edge) => matchEdge(edge, lines))
    const doubts = ofKind('wall', records)
      .filter((wall) => levelIdOf(wall) === id)
      .flatMap((wall) => compareWall(wall, openings.get(wall.id) ?? [], lines))
    return [
      {
        levelId: id,
        name,
        sheets: here.map(({ underlay }) => underlay.name),
        edges: matches,
        counts: countByClass(matches),
        doubts: doubts.filter(({ mm }) => mm > toleranceMm).sort((a, b) => b.mm - a.mm),
        untraced: here.flatMap((sheet, i) => untraced(wallsShown(sheet, finders[i]!), records, id)),
      },
    ]
  })
  return { toleranceMm, levels, stated: statedLengths(records) }
}

/** Whether a place of the sheet lies within its crop. */
const withinCrop = ({ underlay: { crop } }: CheckedSheet, p: Point): boolean => !crop || isInside(crop, p)

/** Finds the lines of a sheet on the board, within its crop. */
function finderOf(sheet: CheckedSheet): LineFinder {
  const { underlay, index } = sheet
  const map = boardMap(underlay.placement)
  const back = invertProjective(map)
  const find = sheetFinder(index, map, underlay.placement.mmPerPt)
  if (!underlay.crop) return find
  return (p, reach) => find(p, reach).filter(({ start, end }) => withinCrop(sheet, project(back, middle(start, end))))
}

/** The walls that a sheet surely shows. */
function wallsShown(sheet: CheckedSheet, find: LineFinder) {
  const { underlay, linework } = sheet
  const { placement, parts, markup } = underlay
  const { mmPerPt } = placement
  const on = { map: boardMap(placement), mmPerPt, parts, markup, shows: (p: Point) => withinCrop(sheet, p) }
  return proposeWalls(linework, on, find).filter(({ certainty }) => certainty >= USUAL_CERTAINTY)
}

function statedLengths(records: Records): StatedLength[] {
  const corners = tracedCorners(records)
  return underlaysOf(records).flatMap((underlay) =>
    underlay.dimensions.map((dimension) => ({
      sheet: underlay.name,
      statedMm: dimension.statedMm,
      drawnMm: residualOf(underlay.placement, dimension).drawnMm,
      tracedMm: tracedMm(corners, underlay, dimension),
    })),
  )
}
