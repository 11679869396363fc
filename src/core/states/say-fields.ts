import { distance, type Point, subtract } from '../geometry/vector'
import { wayOf } from '../geometry/way'
import type { ProjectRecord } from '../model/registry'
import { isSameRecord } from '../model/same-record'
import { formatArea, formatLength, formatVolume, type LengthDisplay } from '../units/format'

type Records = ReadonlyMap<string, ProjectRecord>

/** Two states of a project with how their figures are told. */
export interface TwoStates {
  readonly before: Records
  readonly after: Records
  readonly display: LengthDisplay
}

/** Fields that say how something came about, not what it is. */
const UNSAID: ReadonlySet<string> = new Set(['id', 'kind', 'tracedFrom', 'drawn'])

/** Fields whose names say too little by themselves, by what they are called. */
const CALLED: Readonly<Record<string, string>> = {
  sillMm: 'sill height',
  baseMm: 'foot',
  topMm: 'head',
  hinge: 'hinges',
  northRad: 'direction of north',
}

/** Nothing that anybody would see lies within this. */
const SAME_MM = 1e-3

/**
 * What is otherwise about something that is there in both states, each in a few words: `moved 150 mm to the left`,
 * `thickness 115 mm became 150 mm`.
 */
export function sayFields(was: ProjectRecord, is: ProjectRecord, states: TwoStates): string[] {
  const [before, after] = [fieldsOf(was), fieldsOf(is)]
  const names = [...new Set([...Object.keys(before), ...Object.keys(after)])].filter(
    (name) => !UNSAID.has(name) && !isSameRecord(before[name], after[name]),
  )
  const shifted = names.filter((name) => isPlaced(before[name]) && isPlaced(after[name]))
  const placed = Object.keys(after).filter((name) => isPlaced(after[name]) || isPlaced(before[name]))
  const shift = shiftOf(placed.map((name) => [before[name], after[name]]))
  const length = (mm: number) => formatLength(mm, states.display)
  if (shift)
    return [
      ...(Math.hypot(shift.x, shift.y) > SAME_MM
        ? [`moved ${length(Math.hypot(shift.x, shift.y))} ${wayOf(shift)}`]
        : []),
      ...names.filter((name) => !shifted.includes(name)).map((name) => sayField(name, before, after, states)),
    ]
  return names.map((name) => {
    const [from, to] = [before[name], after[name]]
    if (isPoint(from) && isPoint(to))
      return `${wordsOf(name)} moved ${length(distance(from, to))} ${wayOf(subtract(to, from))}`
    return sayField(name, before, after, states)
  })
}

type Fields = Readonly<Record<string, unknown>>

const fieldsOf = (record: ProjectRecord): Fields => record as unknown as Fields

const isPoint = (value: unknown): value is Point =>
  typeof value === 'object' && value !== null && 'x' in value && 'y' in value && typeof value.x === 'number'

/** Whether a field holds places: a point, or a list of points. */
const isPlaced = (value: unknown): boolean =>
  isPoint(value) || (Array.isArray(value) && value.length > 0 && value.every(isPoint))

const pointsOf = (value: unknown): readonly Point[] =>
  isPoint(value) ? [value] : isPlaced(value) ? (value as Point[]) : []

/** By how much all places of something moved; null where they did not move alike, or there are none. */
function shiftOf(pairs: readonly (readonly [unknown, unknown])[]): Point | null {
  let shift: Point | null = null
  for (const [from, to] of pairs) {
    const [before, after] = [pointsOf(from), pointsOf(to)]
    if (before.length !== after.length) return null
    for (const [i, p] of before.entries()) {
      const by = subtract(after[i]!, p)
      if (shift && distance(shift, by) > SAME_MM) return null
      shift ??= by
    }
  }
  return shift
}

const UNITS = /(?:Mm|Mm2|Mm3|Rad|Deg|Kg|Pt)$/

/** `thicknessMm` as a person writes it: `thickness`. */
const wordsOf = (name: string): string =>
  CALLED[name] ??
  name
    .replace(/Id$/, '')
    .replace(UNITS, '')
    .replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
    .trim()

function sayField(name: string, before: Fields, after: Fields, states: TwoStates): string {
  const [from, to] = [before[name], after[name]]
  const word = wordsOf(name)
  if (name === 'alongMm' && typeof from === 'number' && typeof to === 'number')
    return `moved ${formatLength(Math.abs(to - from), states.display)} along its wall`
  const [was, is] = [toldValue(name, from, states.before, states), toldValue(name, to, states.after, states)]
  if (was === null || is === null) return `${word} changed`
  return `${word} ${was} became ${is}`
}

/** A value in words; null for what has too many parts to be told. */
function toldValue(name: string, value: unknown, records: Records, { display }: TwoStates): string | null {
  if (value === undefined || value === null || value === '') return 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return figureOf(name, value, display)
  if (typeof value !== 'string') return null
  const named = name.endsWith('Id') ? records.get(value) : undefined
  if (named) return 'name' in named && typeof named.name === 'string' && named.name ? `“${named.name}”` : null
  return `“${value}”`
}

function figureOf(name: string, value: number, display: LengthDisplay): string {
  if (name.endsWith('Mm')) return formatLength(value, display)
  if (name.endsWith('Mm2')) return formatArea(value, display)
  if (name.endsWith('Mm3')) return formatVolume(value, display)
  if (name.endsWith('Rad')) return `${trimmed((value * 180) / Math.PI)}°`
  if (name.endsWith('Deg')) return `${trimmed(value)}°`
  return trimmed(value)
}

/** To hundredths, without zeros that say nothing. */
const trimmed = (value: number): string => String(Number(value.toFixed(2)))
