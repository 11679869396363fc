import { type Chain, joinChains } from '../draft/chain'
import { flatten, lengthOf } from '../geometry/piece/measure'
import type { Piece, Segment } from '../geometry/piece/piece'
import { segment } from '../geometry/piece/piece'
import { arcOfCubic, ellipseOfCubic, ROUND_TO } from '../geometry/piece/recognise'
import { type Homography, invertProjective, project } from '../geometry/projective'
import { along, type Point } from '../geometry/vector'
import { hatchRing } from '../model/hatch/ring'
import { MOST_RINGS } from '../model/path/schema'
import type { LineType } from '../model/pen'
import type { PlainShape } from '../model/plain-schemas'
import { plainKind } from '../model/plain-shapes'
import type { Surroundings } from '../model/shape'
import { type DrawnBase, shapesOfChain } from '../model/shapes-of-chain'
import { PLAN_FRAME } from '../model/work-plane/frame'
import { type Clip, ClipArea, isInside, visibleParts } from '../sheet/clip'
import { joinWords } from '../sheet/join-runs'
import { curveOf, Flag, type LineStyle, type Linework, segmentEnds } from '../sheet/linework'
import { type PartChoice, type Shown, shownOf } from '../sheet/looks'
import { MM_PER_PT } from '../units/length'
import { areasOf } from './areas'
import { mergeCollinear } from './collinear'
import { KIND_LAYERS, type LiftCounts, type LiftedKind, type LiftOptions, type LiftPreview, SURE_FROM } from './options'
import { arcsOfChords, joinArcs } from './rounds'

/** What is lifted, and where to. */
export interface LiftJob {
  /** From the sheet to the board. */
  readonly map: Homography
  readonly mmPerPt: number
  readonly turnRad: number
  /** In sheet space. */
  readonly crop: readonly Point[] | null
  readonly parts: readonly PartChoice[]
  readonly markup: boolean
  /** A ring on the board; null for everything. */
  readonly region: readonly Point[] | null
  readonly options: LiftOptions
  readonly underlayId: string
  /** Ids of the layers that lines go to, by the sheet's own layers and by KIND_LAYERS; '' for those on none. */
  readonly layerIds: Readonly<Record<string, string>>
}

/** Shapes without their ids, which are given where they are kept. */
export interface Lifted extends LiftPreview {
  readonly shapes: readonly PlainShape[]
}

/** Lines of one layer and pen: only those are joined with one another. */
interface Group {
  readonly layerId: string
  readonly color: string | null
  readonly weightMm: number | null
  readonly line: LineType
  /** Of filled areas: by which rule. */
  readonly fill: 'nonzero' | 'evenodd' | null
  /** Traced from a picture, and not certain. */
  readonly unsure: boolean
  readonly segments: Segment[]
  readonly others: Piece[]
}

/** Makes editable shapes of a sheet's linework. Nothing of it is nested. */
export function lift(linework: Linework, job: LiftJob): Lifted {
  const { options } = job
  const taken = takenFrom(linework, job)
  const { groups, before } = gather(linework, job, taken)
  const shapes: PlainShape[] = []
  const counts = { lines: 0, arcs: 0, circles: 0, curves: 0, polylines: 0, dashed: 0, texts: 0, fills: 0, unsure: 0 }
  const unsure: PlainShape[] = []
  let next = 0
  const idOf = () => String(next++)
  for (const group of groups.values()) {
    const first = shapes.length
    if (group.fill) {
      addAreas(shapes, counts, group, job, idOf)
      continue
    }
    const { runs, dashed } = cleaned(group, options)
    for (const chain of runs) addChain(shapes, counts, chain, group, group.line, job, idOf)
    for (const piece of dashed) addChain(shapes, counts, { pieces: [piece], closed: false }, group, 'dashed', job, idOf)
    if (group.unsure) unsure.push(...shapes.splice(first))
  }
  const written = options.text ? texts(linework, job, taken) : []
  counts.texts = written.length
  shapes.push(...written)
  counts.unsure = unsure.length
  return {
    before: { ...before, texts: written.length },
    after: counts,
    chords: chordsOf(shapes),
    unsureChords: chordsOf(unsure),
    shapes: [...shapes, ...unsure],
  }
}

/** What of a sheet is lifted: what shows of it, within its crop and the region. */
interface Taken {
  readonly shown: Shown
  /** In sheet space. */
  readonly clip: Clip
}

const EVERYWHERE = { minX: -Infinity, minY: -Infinity, maxX: Infinity, maxY: Infinity }

function takenFrom(linework: Linework, { parts, options, markup, crop, region, map }: LiftJob): Taken {
  const choices = [...parts, ...options.without.map((key) => ({ key, visible: false }))]
  const back = invertProjective(map)
  const regionRing = region ? region.map((p) => project(back, p)) : null
  const rings = [crop, regionRing].filter((ring) => ring !== null)
  return {
    shown: shownOf(linework, choices, markup),
    clip: { box: EVERYWHERE, areas: rings.map((ring) => new ClipArea([ring], true)) },
  }
}

/** The part of a line that is taken where nothing is left out. */
const WHOLE = [[0, 1]] as const

function gather(
  linework: Linework,
  job: LiftJob,
  { shown, clip }: Taken,
): { groups: Map<string, Group>; before: Omit<LiftPreview['before'], 'texts'> } {
  const { options, map } = job
  const groups = new Map<string, Group>()
  const before = { lines: 0, curves: 0 }
  const byStyle = linework.styles.map((style) => ({
    plain: groupFor(groups, style, linework, job, style.kind === 'fill' ? 'fills' : 'lines'),
    hatching: groupFor(groups, style, linework, job, 'hatching'),
  }))
  const groupOf = (style: number, flags: number): Group => byStyle[style]![flags & Flag.hatch ? 'hatching' : 'plain']
  const wanted = (style: number, flags: number) =>
    shown.admits(style, flags) &&
    (options.hatching || !(flags & Flag.hatch)) &&
    (options.fills || linework.styles[style]!.kind === 'stroke') &&
    (linework.styles[style]!.certainty ?? 1) >= options.leastCertainty
  for (let i = 0; i < linework.segmentFlags.length; i++) {
    const style = linework.segmentStyles[i]!
    if (!wanted(style, linework.segmentFlags[i]!)) continue
    const [a, b] = segmentEnds(linework, i)
    const group = groupOf(style, linework.segmentFlags[i]!)
    for (const [from, to] of clip.areas.length > 0 ? visibleParts(clip, a, b) : WHOLE) {
      const piece = segment(
        project(map, from === 0 ? a : along(a, b, from)),
        project(map, to === 1 ? b : along(a, b, to)),
      )
      if (lengthOf(piece) < options.shortestMm) continue
      before.lines++
      group.segments.push(piece)
    }
  }
  for (let i = 0; i < linework.curveFlags.length; i++) {
    const style = linework.curveStyles[i]!
    if (!wanted(style, linework.curveFlags[i]!)) continue
    const { start, pullStart, pullEnd, end } = curveOf(linework, i)
    if (!isInside(clip, start) && !isInside(clip, end)) continue
    const curve = {
      start: project(map, start),
      pullStart: project(map, pullStart),
      pullEnd: project(map, pullEnd),
      end: project(map, end),
    }
    const arc = arcOfCubic(curve, ROUND_TO)
    const piece: Piece = arc ?? ellipseOfCubic(curve) ?? { kind: 'cubic', curve }
    if (lengthOf(piece) < options.shortestMm) continue
    before.curves++
    groupOf(style, linework.curveFlags[i]!).others.push(piece)
  }
  return { groups, before }
}

/** The layer that lines go to: that of the sheet's own, else the one of their kind. */
function layerFor(ofSheet: string | undefined, lifted: LiftedKind, { options, layerIds }: LiftJob): string {
  if (lifted === 'unsure') return layerIds[KIND_LAYERS.unsure] ?? layerIds['']!
  const named = options.layers && ofSheet !== undefined ? layerIds[ofSheet] : undefined
  return named ?? (options.kinds ? layerIds[KIND_LAYERS[lifted]] : undefined) ?? layerIds['']!
}

function groupFor(
  groups: Map<string, Group>,
  style: LineStyle,
  linework: Linework,
  job: LiftJob,
  lifted: LiftedKind,
): Group {
  const { options } = job
  const unsure = (style.certainty ?? 1) < SURE_FROM
  const layerId = layerFor(linework.layers[style.layer]?.name, unsure ? 'unsure' : lifted, job)
  const color = options.colors && style.color !== 'pattern' ? style.color : null
  const weightMm =
    options.weights && style.kind === 'stroke' ? Math.min(5, Math.round(style.widthPt * MM_PER_PT * 100) / 100) : null
  const line: LineType = style.dashPt.length > 0 ? 'dashed' : 'full'
  const fill = style.kind === 'stroke' ? null : style.evenOdd ? 'evenodd' : 'nonzero'
  const key = JSON.stringify([layerId, color, weightMm, line, fill, unsure])
  const found = groups.get(key) ?? { layerId, color, weightMm, line, fill, unsure, segments: [], others: [] }
  groups.set(key, found)
  return found
}

function cleaned(group: Group, options: LiftOptions): { runs: Chain[]; dashed: Piece[] } {
  const { toleranceMm } = options
  const single = (piece: Piece): Chain => ({ pieces: [piece], closed: false })
  const { full, dashed } =
    options.merged || options.dashes ? mergeCollinear(group.segments, options) : { full: group.segments, dashed: [] }
  // Arcs of one circle are one even where lines are left apart.
  const rounds = joinChains(group.others.map(single), toleranceMm / 4).map((chain) => joinArcs(chain, toleranceMm / 2))
  const apart = rounds.flatMap((chain) => (chain.closed || options.chained ? [chain] : chain.pieces.map(single)))
  if (!options.chained) return { runs: [...full.map(single), ...apart], dashed }
  const chains = joinChains([...full.map(single), ...apart], toleranceMm / 4).map((chain) =>
    joinArcs(arcsOfChords(chain, toleranceMm), toleranceMm / 2),
  )
  return { runs: chains, dashed }
}

type Counting = { -readonly [K in keyof LiftCounts]: number }

/** What all that is made of a group has in common. */
function baseOf({ layerId, color, weightMm }: Group, line: LineType, { underlayId }: LiftJob): DrawnBase {
  const pen = {
    ...(color && { color }),
    ...(weightMm !== null && { weightMm }),
    ...(line !== 'full' && { line }),
  }
  return { layerId, ...(Object.keys(pen).length > 0 && { pen }), tracedFrom: underlayId } as DrawnBase
}

/** Filled areas as solid hatches. */
function addAreas(shapes: PlainShape[], counts: Counting, group: Group, job: LiftJob, idOf: () => string): void {
  const { toleranceMm } = job.options
  const pieces = [...group.segments, ...group.others].map((piece): Chain => ({ pieces: [piece], closed: false }))
  const outlines = joinChains(pieces, toleranceMm).map((outline) => ({ ...outline, closed: true }))
  for (const area of areasOf(outlines, group.fill === 'evenodd')) {
    const rings = area
      .slice(0, MOST_RINGS)
      .map((outline) => hatchRing(outline, () => toleranceMm))
      .filter(({ xy, bulges }) => xy.length > 4 || bulges)
    if (rings.length === 0) continue
    counts.fills++
    shapes.push({
      ...baseOf(group, 'full', job),
      id: idOf(),
      kind: 'hatch',
      rings,
      pattern: 'solid',
      spacingMm: 100,
      turnRad: 0,
    })
  }
}

function addChain(
  shapes: PlainShape[],
  counts: Counting,
  chain: Chain,
  group: Group,
  line: LineType,
  job: LiftJob,
  idOf: () => string,
): void {
  const base = baseOf(group, line, job)
  const made = shapesOfChain(chain, base, idOf)
  for (const shape of made) {
    shapes.push(shape)
    if (line === 'dashed') counts.dashed++
    else if (shape.kind === 'circle') counts.circles++
    else if (shape.kind !== 'path') counts.curves++
    else if (shape.xy.length > 4) counts.polylines++
    else if (shape.bulges) counts.arcs++
    else counts.lines++
  }
}

function texts(linework: Linework, job: LiftJob, { shown, clip }: Taken): PlainShape[] {
  const { map, mmPerPt, turnRad, underlayId } = job
  return joinWords(linework.text.filter((run) => shown.admitsText(run))).flatMap((run, i): PlainShape[] => {
    if (!isInside(clip, run)) return []
    return [
      {
        id: `t${i}`,
        kind: 'text',
        layerId: layerFor(linework.layers[run.layer]?.name, 'text', job),
        pen: undefined,
        tracedFrom: underlayId,
        at: project(map, run),
        text: run.text.slice(0, 5000),
        // The size of a font is that of its whole body; drawings state the height of capitals.
        heightMm: Math.max(1e-3, run.heightPt * mmPerPt * 0.7),
        turnRad: run.turnRad + turnRad,
      },
    ]
  })
}

/** Lifted shapes look at nothing else. */
const NO_SURROUNDINGS: Surroundings = {
  records: new Map(),
  display: { unit: 'mm', precision: 0 },
  frame: PLAN_FRAME,
  anchor: () => null,
}

/** More chords than these are not shown: they would be a red surface. */
const MOST_CHORDS = 60_000

/** Chords that show what would be made. */
function chordsOf(shapes: readonly PlainShape[]): Float64Array {
  const chords: number[] = []
  for (const shape of shapes) {
    if (chords.length >= MOST_CHORDS * 4) break
    for (const points of outlinesOf(shape))
      for (let i = 0; i + 1 < points.length; i++)
        chords.push(points[i]!.x, points[i]!.y, points[i + 1]!.x, points[i + 1]!.y)
  }
  return Float64Array.from(chords)
}

function outlinesOf(shape: PlainShape): Point[][] {
  if (shape.kind === 'text') return []
  return plainKind(shape)
    .chains(shape, NO_SURROUNDINGS)
    .map(({ pieces, closed }) => {
      const points = pieces.flatMap((piece, i) =>
        flatten(piece, Math.max(lengthOf(piece) / 1000, 1e-6)).slice(i === 0 ? 0 : 1),
      )
      return closed ? [...points, points[0]!] : points
    })
}
