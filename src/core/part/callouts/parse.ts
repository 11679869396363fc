import { MM_PER } from '../../units/length'
import { drillMm } from '../drills'
import { metricThread, screwInches, type Thread, unifiedThread } from '../threads'
import type { Callout, CalloutUnit, HoleHead, Limits } from './callout'

/** Signs that fonts, standards and drawing programs write in their own ways, by one word each (ISO 129-1, ASME Y14.5). */
const SIGNS: readonly (readonly [RegExp, string])[] = [
  [/[⌀Øøφϕ∅Φ]|%%C/gi, ' Ø'],
  [/[↧⤓]/g, ' DEEP '],
  [/⌴/g, ' CBORE '],
  [/⌵/g, ' CSK '],
  [/[×✕✖]/g, 'X'],
  [/[−–—]/g, '-'],
  [/[″”“]|''/g, '"'],
  [/[′’]/g, "'"],
  [/%%D|º|˚|\bDEG(?:REES?)?\b\.?/gi, '°'],
  [/%%P|\+\/-|\+-/gi, '±'],
  [/\b(?:C'?-?\s?BORE[DS]?|COUNTER-?\s?BORE[DS]?|C['.]BORE|SPOT-?\s?FACE[DS]?|S\.?F\.?(?=\s))/gi, ' CBORE '],
  [/\b(?:C'?-?\s?SINK|CSINK|COUNTER-?\s?SINK|COUNTERSUNK|C['.]SINK|CSK)\b/gi, ' CSK '],
  [/\b(?:THROUGH|THRU)(?:\s+(?:ALL|HOLES?))?\b/gi, ' THRU '],
  [/\b(?:DEPTH|DEEP|DP)\b\.?/gi, ' DEEP '],
  [/\b(?:DIAMETER|DIA|DIAM)\b\.?/gi, ' DIA '],
  [/\b(?:THICKNESS|THICK|THK)\b\.?/gi, ' THK '],
  [/\bRAD(?:IUS|II)?\b\.?/gi, ' R '],
]

const plain = (text: string): string =>
  SIGNS.reduce((words, [sign, word]) => words.replace(sign, word), text.toUpperCase())
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/\s+/g, ' ')
    .trim()

const NUMBER = String.raw`(?:\d+(?:\s|-)\d+\/\d+|\d+\/\d+|\d*\.\d+|\d+)`
/** A length with the mark of its unit, where it has one. */
const LENGTH = String.raw`(${NUMBER})\s?("|MM\b|IN\b\.?)?`

/** @param text such as 2.5, .201, 1 1/8 */
function numberOf(text: string): number {
  const [whole, fraction] = text.includes('/') ? text.split(/[\s-](?=\d+\/)/).slice(-2) : [text, undefined]
  const value = (each: string): number => {
    const [top, bottom] = each.split('/').map(Number)
    return bottom === undefined ? top! : top! / bottom
  }
  return fraction === undefined ? value(whole!) : Number(whole) + value(fraction)
}

/** Reads along a note, taking what it knows. */
class Reader {
  constructor(
    public rest: string,
    private readonly unit: CalloutUnit,
  ) {}

  /** Takes what stands here next, where it is this. */
  take(pattern: string): RegExpMatchArray | null {
    const found = this.rest.match(new RegExp(`^\\s*[,;:]?\\s*(?:${pattern})`))
    if (found) this.rest = this.rest.slice(found[0].length)
    return found
  }

  /** Takes it wherever it stands. */
  takeAnywhere(pattern: string): RegExpMatchArray | null {
    const found = this.rest.match(new RegExp(pattern))
    if (found) this.rest = `${this.rest.slice(0, found.index)} ${this.rest.slice(found.index! + found[0].length)}`
    return found
  }

  mm(text: string, mark: string | undefined): number {
    const unit = !mark ? this.unit : mark.startsWith('MM') ? 'mm' : 'in'
    return numberOf(text) * MM_PER[unit]
  }
}

/** How many, however it is said; one where nothing is. */
function countOf(reader: Reader): number {
  const ahead =
    reader.take(String.raw`\(?(\d+)\s?X\)?(?=[\s\[(]*[ØRM#.\d])(?!\s?\d+\s?°)`) ??
    reader.take(String.raw`\((\d+)\)(?=\s*[ØRM#.\d])`) ??
    reader.take(String.raw`(\d+)\s?(?:HOLES?|OFF|PLACES|PLCS?|PL)\b\.?(?:\s?,)?(?=\s*[ØRM#.\d-])`)
  const after = reader.takeAnywhere(
    String.raw`[(,-]?\s?\b(\d+)\s?(?:HOLES?|OFF|PLACES|PLCS?|PL|REQ'?D|POSNS?|X\)?$)\.?\s?\)?`,
  )
  return Number((ahead ?? after)?.[1] ?? 1)
}

/** Fits change no size that is modelled: H7, H11. */
const FIT = String.raw`[A-HJ-Z]{1,2}\d{1,2}(?![\dX/])`

function limitsOf(reader: Reader): Limits | null {
  const even = reader.take(String.raw`±\s?${LENGTH}`)
  if (even) return { plusMm: reader.mm(even[1]!, even[2]), minusMm: reader.mm(even[1]!, even[2]) }
  const uneven = reader.take(String.raw`\+\s?${LENGTH}\s?\/?\s?-\s?${LENGTH}`)
  if (uneven) return { plusMm: reader.mm(uneven[1]!, uneven[2]), minusMm: reader.mm(uneven[3]!, uneven[4]) }
  reader.take(FIT)
  return null
}

const METRIC = String.raw`M(\d+(?:\.\d+)?)(?:\s?X\s?(\d*\.\d+|\d)(?![\d.])(?!\s?(?:DEEP(?!\s?\d)|MM)))?(?:\s?-?\s?\d[GH]\d?[GH]?)?`
const UNIFIED = String.raw`(#\s?\d+|NO\.?\s?\d+|${NUMBER})"?\s?-\s?(\d{1,2})(?:\s?-?\s?(?:UN[CFS]?|UNEF|UNJ[CF]|N[CF]))(?:\s?-\s?\d[AB])?`
/** Without the word for its series a size with a dash is a thread only where it is tapped. */
const TAPPED = String.raw`(#\s?\d+|NO\.?\s?\d+|${NUMBER})"?\s?-\s?(\d{1,2})(?=\s?(?:TAP|THREAD))`

function threadOf(reader: Reader): Thread | null {
  const iso = reader.take(METRIC)
  if (iso) return metricThread(Number(iso[1]), iso[2] === undefined ? undefined : Number(iso[2]))
  const inch = reader.take(UNIFIED) ?? reader.take(TAPPED)
  if (!inch) return null
  const [, size = '', perInch = ''] = inch
  const numbered = size.match(/^(?:#|NO\.?)\s?(\d+)$/)?.[1] ?? (BARE_NUMBERED.test(size) ? size : undefined)
  const inches = numbered === undefined ? numberOf(size) : screwInches(Number(numbered))
  return unifiedThread(numbered === undefined ? size.replace(/\s/, '-') : `#${numbered}`, inches, Number(perInch))
}

/** Whole figures without a sign that number a screw: 10-32 UNF; 1-8 UNC is an inch. */
const BARE_NUMBERED = /^(?:0|[2-9]|1[0-4])$/

/** A depth: 12 DEEP, DEEP 12, X 12, X 12 DEEP. */
function depthOf(reader: Reader): number | null {
  const found =
    reader.take(String.raw`(?:X\s?)?DEEP\s?${LENGTH}(?!\s?°)`) ??
    reader.take(String.raw`(?:X\s?)?${LENGTH}\s?(?:MIN\.?\s?)?DEEP(?:\s?MIN\b\.?)?`) ??
    reader.take(String.raw`X\s?${LENGTH}(?!\s?(?:°|X|DIA|Ø))`)
  return found ? reader.mm(found[1]!, found[2]) : null
}

/** A diameter with its sign before it or the word after it. */
function diameterOf(reader: Reader): number | null {
  const found =
    reader.take(String.raw`Ø\s?${LENGTH}`) ??
    reader.take(String.raw`${LENGTH}\s?DIA`) ??
    reader.take(String.raw`DIA\s?${LENGTH}`)
  return found ? reader.mm(found[1]!, found[2]) : null
}

/** The widened mouth of a hole. */
function headOf(reader: Reader): HoleHead | null {
  const bare = () => {
    const found = reader.take(LENGTH)
    return found ? reader.mm(found[1]!, found[2]) : null
  }
  if (reader.take('CBORE')) {
    const diameterMm = diameterOf(reader) ?? bare()
    if (diameterMm === null) return null
    limitsOf(reader)
    return { kind: 'counterbore', diameterMm, depthMm: depthOf(reader) }
  }
  if (reader.take('CSK')) {
    const first = reader.take(String.raw`(\d+(?:\.\d+)?)\s?°(?:\s?(?:X|TO))?`)
    const diameterMm = diameterOf(reader) ?? (reader.rest.match(/^\s*\d[\d.]*\s?°/) ? null : bare())
    const angle = first ?? reader.take(String.raw`(?:X\s?)?(\d+(?:\.\d+)?)\s?°`)
    // Metric screws have heads of 90°, those of inches 82° (ISO 10642, ASME B18.3).
    return {
      kind: 'countersink',
      diameterMm,
      angleDeg: angle ? Number(angle[1]) : reader.mm('1', undefined) > 1 ? 82 : 90,
    }
  }
  // The diameter may stand before the word: Ø12 CBORE 6 DEEP.
  const before = reader.rest.match(new RegExp(String.raw`^\s*[,;:]?\s*(?:Ø\s?)?${LENGTH}\s?(?:DIA\s)?\s?CBORE`))
  if (!before) return null
  reader.rest = reader.rest.slice(before[0].length)
  return { kind: 'counterbore', diameterMm: reader.mm(before[1]!, before[2]), depthMm: depthOf(reader) }
}

/** What a note calls for in bare words: a thickness. */
function thicknessOf(text: string, unit: CalloutUnit): Callout | null {
  const reader = new Reader(text, unit)
  const found =
    reader.takeAnywhere(String.raw`(?:^|[\s(])${LENGTH}\s?(?:PLATE\s)?THK`) ??
    reader.takeAnywhere(String.raw`THK\s?[:=]?\s?${LENGTH}`) ??
    reader.takeAnywhere(String.raw`(?:^|\s)T\s?=\s?${LENGTH}`)
  return found ? { kind: 'thickness', thicknessMm: reader.mm(found[1]!, found[2]) } : null
}

/** Numbered and lettered drills: #7 DRILL, F DRILL. */
function drillOf(reader: Reader): number | null {
  const found =
    reader.take(String.raw`(?:#|NO\.?)\s?(\d+)(?:\s?\(\s?Ø?\s?[\d.]+"?\s?\))?(?:\s?DRILL)`) ??
    reader.take(String.raw`([A-Z])(?:\s?\(\s?Ø?\s?[\d.]+"?\s?\))?\s?DRILL`)
  if (found) return drillMm(found[1]!)
  const sized = reader.take(String.raw`${LENGTH}\s?DRILL`) ?? reader.take(String.raw`DRILL\s?Ø?\s?${LENGTH}`)
  return sized ? reader.mm(sized[1]!, sized[2]) : null
}

/**
 * Reads what a note on a sheet calls for: holes with their depth, head and thread, radii, bevels, a thickness.
 * @param text one note, its lines joined by spaces
 * @param unit of figures that have no mark
 * @returns null where it is no such note
 */
export function readCallout(text: string, unit: CalloutUnit): Callout | null {
  const words = plain(text)
  const reader = new Reader(words, unit)
  const count = countOf(reader)
  const start = reader.rest
  const bevel =
    reader.take(String.raw`(?:CHAM(?:FER)?\.?\s?)?${LENGTH}\s?X\s?(\d+(?:\.\d+)?)\s?°(?:\s?CHAM(?:FER)?\b\.?)?`) ??
    reader.take(String.raw`C\s?(\d*\.\d+|\d+)()(?=\s|$)(?!\s?X)`)
  if (bevel) return { kind: 'bevel', count, sizeMm: reader.mm(bevel[1]!, bevel[2]), angleDeg: Number(bevel[3] ?? 45) }
  const turned = reader.take(String.raw`(\d+(?:\.\d+)?)\s?°\s?X\s?${LENGTH}`)
  if (turned) return { kind: 'bevel', count, sizeMm: reader.mm(turned[2]!, turned[3]), angleDeg: Number(turned[1]) }
  const radius = reader.take(String.raw`R\s?${LENGTH}`) ?? reader.take(String.raw`${LENGTH}\s?R\b(?!EF)`)
  if (radius) return { kind: 'radius', count, radiusMm: reader.mm(radius[1]!, radius[2]) }
  reader.rest = start
  return holeOf(reader, count) ?? thicknessOf(words, unit)
}

function holeOf(reader: Reader, count: number): Callout | null {
  reader.take(String.raw`(?:DRILL\s?(?:&|AND)\s?TAP|TAP(?:PED)?(?:\sHOLES?)?|DRILL(?=\s?Ø))`)
  let thread = threadOf(reader)
  let diameterMm: number | null = thread?.nominalMm ?? diameterOf(reader) ?? drillOf(reader)
  if (diameterMm === null) return null
  const limits = limitsOf(reader)
  let depthMm: number | null = null
  let threadDepthMm: number | null = null
  let through = false
  let head: HoleHead | null = null
  for (let before = ''; before !== reader.rest; ) {
    before = reader.rest
    reader.take(
      String.raw`(?:TAP(?:PED)?|THREAD(?:ED)?|DRILL(?:ED)?|REAM(?:ED)?|HOLES?|TYP\.?|FULL|FAR SIDE|NEAR SIDE|EQ(?:UALLY)? SPACED?|ON)\b\.?|\([A-Z#.\d]{1,5}\)`,
    )
    if (reader.take('THRU')) through = true
    head ??= headOf(reader)
    if (!thread) {
      thread = threadOf(reader)
      // The drill before a thread: its own depth is that of the hole.
      if (thread) diameterMm = thread.nominalMm
    }
    const depth = depthOf(reader)
    if (depth !== null && thread && threadDepthMm === null) threadDepthMm = depth
    else if (depth !== null) depthMm ??= depth
    // Behind a thread the drill that goes before it, with its depth.
    if (thread && reader.take(String.raw`Ø\s?${LENGTH}`)) depthMm ??= depthOf(reader)
  }
  return { kind: 'hole', count, diameterMm, depthMm, through, thread, threadDepthMm, head, limits }
}
