import { type Equation, slopesOf } from './solve'

/** A row that is this small a part of itself once what others say is taken off says nothing new. */
const NOTHING_NEW = 1e-6
/** Parts of other rows that are smaller than this are rounding. */
const NO_PART = 1e-6

interface Direction {
  readonly row: Float64Array
  /** Of which equations, by their numbers, it is made. */
  readonly made: ReadonlyMap<number, number>
}

/**
 * Tells which equations say something new at a place: the rows of their slopes are made square to one another (Gram and
 * Schmidt, twice over), and each remembers of which equations it is made.
 */
export class Independence {
  private readonly basis: Direction[] = []
  private count = 0

  constructor(private readonly values: Float64Array) {}

  get rank(): number {
    return this.basis.length
  }

  /** Takes an equation in; they are numbered from 0 in this order. @returns whether it says something new */
  add(equation: Equation): boolean {
    const number = this.count++
    const { rest, parts } = this.against(equation)
    if (!rest) return false
    const made = new Map<number, number>([[number, 1]])
    for (const [each, part] of parts) made.set(each, -part)
    for (const [each, part] of made) made.set(each, part / rest.size)
    this.basis.push({ row: rest.row.map((each) => each / rest.size), made })
    return true
  }

  /** Whether an equation would say something new; it is not taken in. */
  isNew(equation: Equation): boolean {
    return this.against(equation).rest !== null
  }

  /** The numbers of the equations from which one follows; null where it says something new. */
  followsFrom(equation: Equation): number[] | null {
    const { rest, parts } = this.against(equation)
    return rest ? null : [...parts].filter(([, part]) => Math.abs(part) > NO_PART).map(([number]) => number)
  }

  /** What is left of an equation's row, and what of it other equations say. */
  private against(equation: Equation): {
    readonly rest: { readonly row: Float64Array; readonly size: number } | null
    readonly parts: ReadonlyMap<number, number>
  } {
    const row = new Float64Array(this.values.length)
    slopesOf(equation, this.values).forEach((slope, k) => {
      row[equation.of[k]!]! += slope
    })
    const size = lengthOf(row)
    const parts = new Map<number, number>()
    if (!(size > 0)) return { rest: null, parts }
    for (let pass = 0; pass < 2; pass++)
      for (const known of this.basis) {
        const shared = dot(row, known.row)
        if (shared === 0) continue
        for (let i = 0; i < row.length; i++) row[i]! -= shared * known.row[i]!
        for (const [number, part] of known.made) parts.set(number, (parts.get(number) ?? 0) + shared * part)
      }
    const rest = lengthOf(row)
    return { rest: rest > NOTHING_NEW * size ? { row, size: rest } : null, parts }
  }
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!
  return sum
}
const lengthOf = (a: Float64Array): number => Math.sqrt(dot(a, a))
