import { type Piece, polar, segment, turnAhead } from '../../geometry/piece/piece'
import { add, distance, dot, leftOf, middle, type Point, scale, subtract, unit } from '../../geometry/vector'
import { formatLength, type LengthDisplay } from '../../units/format'
import type { Lettering } from '../shape'
import type { DimensionWay } from './schema'

/** What a dimension draws. */
export interface DimensionLayout {
  readonly pieces: readonly Piece[]
  readonly letters: readonly Lettering[]
  /** What it measures: millimetres, of an angle radians. */
  readonly measured: number
  /** The grip by which its line is moved. */
  readonly grip: Point
}

/** Gap between the object and its extension line, and how far that runs beyond the dimension line; in heights of the figures. */
const GAP = 0.6
const BEYOND = 0.6
const TICK = 0.45

/** The direction along which a straight dimension measures. */
function alongOf(way: DimensionWay, a: Point, b: Point): Point | null {
  if (way === 'level') return { x: b.x >= a.x ? 1 : -1, y: 0 }
  if (way === 'upright') return { x: 0, y: b.y >= a.y ? 1 : -1 }
  return unit(subtract(b, a))
}

/** The offset at which a dimension line runs through a place. */
export function offsetThrough(way: DimensionWay, points: readonly Point[], p: Point): number {
  const [a, b] = points as [Point, Point]
  if (way === 'angle') return Math.max(distance(a, p), 1e-3)
  if (way === 'radius') return distance(a, p) - distance(a, b)
  const along = alongOf(way, a, b)
  return along ? dot(subtract(p, a), leftOf(along)) : 0
}

/** Works out a dimension from the places that it measures. Null where they give none. */
export function layOut(
  way: DimensionWay,
  points: readonly Point[],
  offsetMm: number,
  heightMm: number,
  display: LengthDisplay,
): DimensionLayout | null {
  const [a, b, c] = points as [Point, Point, Point | undefined]
  if (way === 'radius') return radial(a, b, offsetMm, heightMm, display)
  if (way === 'angle') return c ? angular(a, b, c, offsetMm, heightMm) : null
  const along = alongOf(way, a, b)
  if (!along) return null
  const across = leftOf(along)
  const from = add(a, scale(across, offsetMm))
  const measured = dot(subtract(b, a), along)
  const to = add(from, scale(along, measured))
  const side = Math.sign(offsetMm) || 1
  const legs = [
    [a, from],
    [b, to],
  ].flatMap(([start, end]) => {
    const toEnd = dot(subtract(end!, start!), across) * side
    if (toEnd <= GAP * heightMm) return []
    return [
      segment(add(start!, scale(across, GAP * heightMm * side)), add(end!, scale(across, BEYOND * heightMm * side))),
    ]
  })
  const center = middle(from, to)
  return {
    pieces: [segment(from, to), ...legs, tick(from, along, heightMm), tick(to, along, heightMm)],
    letters: [lettered(formatLength(measured, display, false), center, along, heightMm)],
    measured,
    grip: center,
  }
}

/** A short slanting stroke where a dimension line ends. */
function tick(at: Point, along: Point, heightMm: number): Piece {
  const slant = scale(add(along, leftOf(along)), TICK * heightMm)
  return segment(subtract(at, slant), add(at, slant))
}

/** Figures over a line, readable from below or from the right. */
function lettered(text: string, at: Point, along: Point, heightMm: number): Lettering {
  const turn = Math.atan2(along.y, along.x)
  const upright = turn > Math.PI / 2 + 1e-9 || turn <= -Math.PI / 2 + 1e-9 ? turn + Math.PI : turn
  const lift = { x: -Math.sin(upright) * heightMm * 0.4, y: Math.cos(upright) * heightMm * 0.4 }
  return { text, at: add(at, lift), heightMm, turnRad: upright, align: 'middle' }
}

function radial(
  center: Point,
  on: Point,
  offsetMm: number,
  heightMm: number,
  display: LengthDisplay,
): DimensionLayout | null {
  const outward = unit(subtract(on, center))
  if (!outward) return null
  const measured = distance(center, on)
  const far = add(on, scale(outward, offsetMm))
  return {
    pieces: [segment(offsetMm < 0 ? on : center, far), tick(on, outward, heightMm)],
    letters: [
      lettered(
        `R ${formatLength(measured, display, false)}`,
        middle(offsetMm < 0 ? on : center, far),
        outward,
        heightMm,
      ),
    ],
    measured,
    grip: far,
  }
}

function angular(tip: Point, b: Point, c: Point, radius: number, heightMm: number): DimensionLayout | null {
  const [first, second] = [unit(subtract(b, tip)), unit(subtract(c, tip))]
  if (!first || !second) return null
  const fromRad = Math.atan2(first.y, first.x)
  const sweepRad = turnAhead(fromRad, Math.atan2(second.y, second.x))
  const grip = polar(tip, radius, fromRad + sweepRad / 2)
  const legs = [
    [b, first],
    [c, second],
  ].flatMap(([p, direction]) => {
    const reach = distance(tip, p as Point)
    const to = add(tip, scale(direction as Point, radius + BEYOND * heightMm))
    return reach < radius ? [segment(p as Point, to)] : []
  })
  const middleTurn = fromRad + sweepRad / 2
  return {
    pieces: [{ kind: 'arc', center: tip, radius, fromRad, sweepRad }, ...legs],
    letters: [
      lettered(
        `${((sweepRad * 180) / Math.PI).toFixed(1)}°`,
        grip,
        { x: Math.sin(middleTurn), y: -Math.cos(middleTurn) },
        heightMm,
      ),
    ],
    measured: sweepRad,
    grip,
  }
}
