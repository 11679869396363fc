/** Lengths as people type them. Inside Calque a length is always millimetres. */

export type LengthUnit = 'mm' | 'cm' | 'm' | 'in' | 'ft'

/** Millimetres in one unit. Inch and foot are the international ones (1959 agreement: 1 in = 25.4 mm exactly). */
export const MM_PER: Record<LengthUnit, number> = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 }

/** Millimetres in one PDF point (1/72 in; ISO 32000-2, 8.3.2.3). */
export const MM_PER_PT = 25.4 / 72

/** Units by the words that people and files write for them, in millimetres. */
export const UNIT_WORDS: Readonly<Record<string, number>> = {
  mm: 1,
  cm: 10,
  dm: 100,
  m: 1000,
  km: 1e6,
  in: 25.4,
  inch: 25.4,
  inches: 25.4,
  '"': 25.4,
  ft: 304.8,
  foot: 304.8,
  feet: 304.8,
  "'": 304.8,
  yd: 914.4,
}

/** What was typed can't be read as a length; the message is a sentence for the person who typed it. */
export class LengthError extends Error {}

interface Quantity {
  value: number
  /** 1: `value` is in millimetres. 0: a plain number, a length only once a default unit is applied. */
  dimension: 0 | 1
}

const NUMBER = String.raw`\d+(?:\.\d+)?|\.\d+`
const FRACTION = String.raw`\d+\s*\/\s*\d+`
/** `2 1/2`, `2-1/2`, `5/8`, `2.5`. */
const MIXED = String.raw`\d+(?:\s+|-)${FRACTION}|${FRACTION}|${NUMBER}`
const FOOT = String.raw`(?:'|ft\b|feet\b|foot\b)`
const INCH = String.raw`(?:"|in\b|inch\b|inches\b)`

const FEET_INCHES = new RegExp(String.raw`^(${NUMBER})\s*${FOOT}\s*(?:-\s*)?(${MIXED})\s*${INCH}`)
/** `10'2 1/2`, `9'-2`: inches without their mark must touch the feet, else a minus would be ambiguous. */
const FEET_BARE_INCHES = new RegExp(String.raw`^(${NUMBER})${FOOT}(?:-|\s)?(${MIXED})(?![\d.]*\s*[a-z'"*/])`)
/** `10-2.5`, `3-0`: feet and inches by a bare dash, read so only where the job is in feet or inches. */
const DASHED = new RegExp(String.raw`^(\d+)-(${MIXED})(?![\d.]|\s*[a-z'"*/])`)
const WITH_UNIT = new RegExp(String.raw`^(${MIXED})\s*(mm|cm|dm|km|m|inches|inch|in|feet|foot|ft|yd|"|')(?![a-z])`)
const PLAIN = new RegExp(String.raw`^(\d+\s+${FRACTION}|${NUMBER})`)

/**
 * Reads a length with simple arithmetic: `10' 2 1/2"`, `10-2.5`, `3'-0"`, `3110`, `3.11m`, `1,5 m`, `7/8`, `9'2" - 2*5/8"`.
 * @param text what was typed
 * @param unit the unit of plain numbers; `ft` reads a plain fraction such as `7/8` as inches
 * @returns millimetres
 * @throws LengthError with a sentence
 */
export function parseLength(text: string, unit: LengthUnit): number {
  const parser = new Parser(normalise(text), unit)
  const { value, dimension } = parser.expression()
  if (!parser.atEnd) throw new LengthError(`“${text.trim()}” can't be read as a length from “${parser.rest}” on.`)
  const mm = dimension === 1 ? value : parser.plainMm(value)
  if (!Number.isFinite(mm)) throw new LengthError(`“${text.trim()}” has no finite length.`)
  return mm
}

function normalise(text: string): string {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/[′’‘]/g, "'")
    .replace(/[″“”]|''/g, '"')
    .replace(/[−–—]/g, '-')
    // Digits in groups of three, parted by a space of any width.
    .replace(/(?<![\d./,])\d{1,3}(?:[\s]\d{3})+(?![\d/\s]|-\d)/g, (figure) => figure.replace(/\s/g, ''))
    .replace(/×/g, '*')
    .replace(/÷/g, '/')
    .replace(/½/g, ' 1/2')
    .replace(/¼/g, ' 1/4')
    .replace(/¾/g, ' 3/4')
    .replace(/\s+/g, ' ')
    .trim()
  if (plain === '') throw new LengthError('Type a length, for instance 3110, 3.11 m or 10\' 2 1/2".')
  return plain.replace(/[\d.,]*,[\d.,]*/g, readCommas)
}

/** A comma is a decimal sign (`1,5`) or groups thousands beside a point (`1,234.5`); alone before three digits it could be either. */
function readCommas(number: string): string {
  if (/^\d{1,3}(,\d{3})+\.\d+$/.test(number)) return number.replaceAll(',', '')
  if (/^\d{1,3}(\.\d{3})+,\d+$/.test(number)) return number.replaceAll('.', '').replace(',', '.')
  if (/^[1-9]\d{0,2}(,\d{3})+$/.test(number)) {
    const without = number.replaceAll(',', '')
    throw new LengthError(
      `“${number}” could mean ${without} or ${number.replace(',', '.')}: write it without the comma or with a point.`,
    )
  }
  if (/^\d*,\d+$/.test(number)) return number.replace(',', '.')
  throw new LengthError(`“${number}” is not a number.`)
}

class Parser {
  constructor(
    public rest: string,
    private readonly unit: LengthUnit,
  ) {}

  get atEnd(): boolean {
    return this.rest.trim() === ''
  }

  plainMm(value: number): number {
    return value * MM_PER[this.unit]
  }

  expression(): Quantity {
    let left = this.term()
    for (let op = this.take(/^[+-]/); op; op = this.take(/^[+-]/)) {
      const right = this.term()
      const sign = op === '+' ? 1 : -1
      left =
        left.dimension === right.dimension
          ? { value: left.value + sign * right.value, dimension: left.dimension }
          : { value: this.mm(left) + sign * this.mm(right), dimension: 1 }
    }
    return left
  }

  private term(): Quantity {
    let left = this.factor()
    for (let op = this.take(/^[*/]/); op; op = this.take(/^[*/]/)) {
      const right = this.factor()
      if (op === '*') {
        if (left.dimension + right.dimension > 1)
          throw new LengthError('A length times a length is an area, not a length.')
        left = { value: left.value * right.value, dimension: (left.dimension + right.dimension) as 0 | 1 }
      } else {
        if (right.value === 0) throw new LengthError('A length divided by nothing has no size.')
        if (right.dimension > left.dimension) throw new LengthError('A number divided by a length is not a length.')
        left = { value: left.value / right.value, dimension: (left.dimension - right.dimension) as 0 | 1 }
      }
    }
    return left
  }

  private factor(): Quantity {
    if (this.take(/^-/)) {
      const inner = this.factor()
      return { ...inner, value: -inner.value }
    }
    if (this.take(/^\(/)) {
      const inner = this.expression()
      if (!this.take(/^\)/)) throw new LengthError('A bracket is not closed.')
      return inner
    }
    return this.quantity()
  }

  private quantity(): Quantity {
    this.rest = this.rest.trimStart()
    const imperial = this.unit === 'ft' || this.unit === 'in'
    const feet = this.match(FEET_INCHES) ?? this.match(FEET_BARE_INCHES) ?? (imperial ? this.match(DASHED) : null)
    if (feet) return { value: Number(feet[1]) * 304.8 + readMixed(feet[2]!) * 25.4, dimension: 1 }
    const first = this.match(WITH_UNIT)
    if (first) {
      let mm = 0
      for (let next: RegExpMatchArray | null = first; next; next = this.nextJoined())
        mm += readMixed(next[1]!) * UNIT_WORDS[next[2]!]!
      return { value: mm, dimension: 1 }
    }
    if (this.unit === 'ft') {
      const fraction = this.match(new RegExp(`^(${FRACTION})(?!\\s*[\\d/])`))
      if (fraction) return { value: readMixed(fraction[1]!) * 25.4, dimension: 1 }
    }
    const plain = this.match(PLAIN)
    if (!plain) throw new LengthError(this.rest ? `“${this.rest}” is not a length.` : 'The length stops in the middle.')
    return { value: readMixed(plain[1]!), dimension: 0 }
  }

  /** `3m 11cm`: a further quantity that follows by a space alone. */
  private nextJoined(): RegExpMatchArray | null {
    return this.rest.startsWith(' ') ? this.matchAfterSpace() : null
  }

  private matchAfterSpace(): RegExpMatchArray | null {
    const kept = this.rest
    this.rest = this.rest.trimStart()
    const found = this.match(WITH_UNIT)
    if (!found) this.rest = kept
    return found
  }

  private mm({ value, dimension }: Quantity): number {
    return dimension === 1 ? value : this.plainMm(value)
  }

  private match(pattern: RegExp): RegExpMatchArray | null {
    const found = this.rest.match(pattern)
    if (found) this.rest = this.rest.slice(found[0].length)
    return found
  }

  private take(pattern: RegExp): string | null {
    const found = this.rest.trimStart().match(pattern)
    if (!found) return null
    this.rest = this.rest.trimStart().slice(found[0].length)
    return found[0]
  }
}

/** `2 1/2`, `2-1/2`, `5/8`, `2.5` as a number. */
function readMixed(text: string): number {
  const [, whole, over, under] = text.match(/^(?:(\d+)(?:\s+|-))?(\d+)\s*\/\s*(\d+)$/) ?? []
  if (over === undefined) return Number(text)
  if (Number(under) === 0) throw new LengthError(`The fraction “${text}” has nothing below its bar.`)
  return Number(whole ?? 0) + Number(over) / Number(under)
}
