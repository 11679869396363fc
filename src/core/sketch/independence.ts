import { type Equation, slopesOf } from './solve'

/** A row that is this small a part of itself once what others say is taken off says nothing new. */
const NOTHING_NEW = 1e-6

/** Tells which equations say something new at a place: the rows of their slopes are made square to one another (Gram and Schmidt, twice over). */
export class Independence {
  private readonly basis: Float64Array[] = []

  constructor(private readonly values: Float64Array) {}

  get rank(): number {
    return this.basis.length
  }

  /** Takes an equation in. @returns whether it says something new */
  add(equation: Equation): boolean {
    const rest = this.restOf(equation)
    if (rest) this.basis.push(rest)
    return rest !== null
  }

  /** Whether an equation would say something new; it is not taken in. */
  isNew(equation: Equation): boolean {
    return this.restOf(equation) !== null
  }

  private restOf(equation: Equation): Float64Array | null {
    const row = new Float64Array(this.values.length)
    slopesOf(equation, this.values).forEach((slope, k) => {
      row[equation.of[k]!]! += slope
    })
    const size = lengthOf(row)
    if (!(size > 0)) return null
    for (let pass = 0; pass < 2; pass++)
      for (const known of this.basis) {
        const shared = dot(row, known)
        for (let i = 0; i < row.length; i++) row[i]! -= shared * known[i]!
      }
    const rest = lengthOf(row)
    return rest > NOTHING_NEW * size ? row.map((each) => each / rest) : null
  }
}

const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, each, i) => sum + each * b[i]!, 0)
const lengthOf = (a: Float64Array): number => Math.sqrt(dot(a, a))
