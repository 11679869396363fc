import { LengthError, parseLength } from '../../units/length'

/** A length as it is printed on a sheet. Bare figures have no unit of their own: the sheet as a whole decides. */
export interface PrintedLength {
  /** `stated`: the value is in millimetres. `whole`, `decimal`: a figure in the unit that the sheet uses for such figures. */
  readonly kind: 'stated' | 'whole' | 'decimal'
  readonly value: number
  /** The step to which it is rounded, in the same unit: 10 for 5.21 m in millimetres. */
  readonly grain: number
}

/** What stands around a figure without being part of it: brackets of reference dimensions, tolerances, `typ.`. */
const AROUND = /^[(=~\s]+|[)\s]+$|\s*(?:±\s*[\d.,]+|\(?typ\.?\)?|\(?o\.?a\.?\)?)\s*$/gi
/** Raised figures, each at its own place. */
export const SUPERSCRIPTS = '⁰¹²³⁴⁵⁶⁷⁸⁹'
/** Thin and no-break spaces group thousands, as apostrophes do in Switzerland. */
const WHOLE = /^(?:\d{2,6}|\d{1,3}(?:[    ’]\d{3})+)$/
const DECIMAL = /^\d{1,5}[.,](\d{1,3})$/
const WITH_UNIT = /^(\d[\d.,\s’]*?)\s*(mm|cm|m|in|ft)\.?$/i
/** Marks of feet and inches. */
export const FEET = /['"′″’”]/
const FEET_SHAPE = /^(?:\d+\s*['’′])?\s*-?\s*(?:\d+(?:\.\d+)?|\d+[\s-]+\d+\s*\/\s*\d+|\d+\s*\/\s*\d+)?\s*["”″]?$/
/** Feet and inches whose marks were left out: `12-6 1/2`, `8-0`. */
const UNMARKED_FEET = /^(\d{1,3})\s?-\s?((?:\d|1[01])(?:\s+\d{1,2}\/\d{1,2})?)$/
const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
}

/** Reads a piece of text as one printed length; null where it is anything else: a level, an area, a name. */
export function readPrintedLength(text: string): PrintedLength | null {
  const plain = text
    .replace(/''|´´/g, '"')
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (sign) => ` ${VULGAR[sign]}`)
    .replace(/[–—−]/g, '-')
    .replace(AROUND, '')
    .replace(AROUND, '')
    .trim()
  if (plain === '' || !/\d/.test(plain)) return null
  if (FEET.test(plain) && FEET_SHAPE.test(plain)) return inFeet(plain)
  const unmarked = plain.match(UNMARKED_FEET)
  if (unmarked) return inFeet(`${unmarked[1]}'-${unmarked[2]}"`)
  const unit = plain.match(WITH_UNIT)
  if (unit) return withUnit(unit[1]!, unit[2]!.toLowerCase())
  return bare(plain)
}

function inFeet(text: string): PrintedLength | null {
  try {
    const value = parseLength(text.replace(/'\s*-?\s*$/, "'").replace(/\s+-?\s*(?=\d+\s*\/)/, ' '), 'ft')
    const under = Number(text.match(/\/\s*(\d+)/)?.[1] ?? 1)
    return value > 0 ? { kind: 'stated', value, grain: 25.4 / under } : null
  } catch (error) {
    if (error instanceof LengthError) return null
    throw error
  }
}

function withUnit(figure: string, unit: string): PrintedLength | null {
  const read = bare(figure) ?? (/^\d$/.test(figure) ? { value: Number(figure), grain: 1 } : null)
  if (!read) return null
  const mm = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 }[unit]!
  return { kind: 'stated', value: read.value * mm, grain: read.grain * mm }
}

function bare(text: string): PrintedLength | null {
  const raised = SUPERSCRIPTS.indexOf(text.at(-1)!)
  const figure = raised < 0 ? text : text.slice(0, -1)
  const decimals = figure.match(DECIMAL)?.[1]
  if (decimals !== undefined) {
    const value = Number(figure.replace(',', '.'))
    const grain = 10 ** -decimals.length
    if (value === 0) return null
    return {
      kind: 'decimal',
      value: value + (Math.max(raised, 0) * grain) / 10,
      grain: raised < 0 ? grain : grain / 10,
    }
  }
  if (!WHOLE.test(figure)) return null
  // A figure that starts with nought is a number of something.
  if (figure.startsWith('0')) return null
  const value = Number(figure.replace(/\D/g, ''))
  return { kind: 'whole', value: value + Math.max(raised, 0) / 10, grain: raised < 0 ? 1 : 0.1 }
}

const AREA = /(\d{1,5}(?:[.,]\d{1,3})?)\s*(m²|m2|qm|sqm|sq\.?\s?m|sq\.?\s?ft|sf|ft²|ft2)\.?\s*$/i
const MM2_PER_M2 = 1e6
const MM2_PER_FT2 = 304.8 ** 2

/** An area at the end of a text: `23.4 m²`, `Store 120 sq ft`. */
export interface PrintedArea {
  readonly mm2: number
  /** What stands before it. */
  readonly before: string
}

/** Reads the area that a text ends with; null where it ends with none. */
export function readPrintedArea(text: string): PrintedArea | null {
  const found = text.match(AREA)
  if (!found) return null
  const unitMm2 = /f/i.test(found[2]!) ? MM2_PER_FT2 : MM2_PER_M2
  return { mm2: Number(found[1]!.replace(',', '.')) * unitMm2, before: text.slice(0, found.index) }
}

/** Two lengths with nothing but a space between them. */
const TWO_IN_FEET = /^(\d+\s?['’′][^'’′x×X]*["”″])\s+(\d+\s?['’′][^'’′x×X]*)$/

/** Width by depth, as printed within rooms: `3.45 x 4.20 m`, `12'-6" × 10'`, `11'-4" 9'-6"`. */
export function readRoomSize(text: string): readonly [PrintedLength, PrintedLength] | null {
  const plain = text.replace(/[()]/g, ' ').trim()
  const unsigned = plain.match(TWO_IN_FEET)
  const sides = unsigned ? unsigned.slice(1) : plain.split(/\s*[x×X]\s*/)
  if (sides.length !== 2) return null
  const unit = sides[1]!.trim().match(/\s*(mm|cm|m|ft|in)\.?$/i)?.[0] ?? ''
  const first = readPrintedLength(sides[0]!.trim() + (/[a-z'"′″’”]/i.test(sides[0]!) ? '' : unit))
  const second = readPrintedLength(sides[1]!.trim())
  return first && second ? [first, second] : null
}
