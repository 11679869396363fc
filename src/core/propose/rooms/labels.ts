import { type Phrase, phrasesOf } from '../../fit/proposal/phrases'
import { readPrintedArea, readPrintedLength, readRoomSize } from '../../fit/proposal/printed-length'
import { type Homography, project } from '../../geometry/projective'
import { distance, type Point } from '../../geometry/vector'
import type { Linework } from '../../sheet/linework'

/** What is printed in a room. */
export interface RoomLabel {
  /** The middle of its words, on the board. */
  readonly at: Point
  /** Empty where only a number or an area is printed. */
  readonly name: string
  readonly number: string
  /** The area that is printed, in square millimetres. */
  readonly statedMm2: number | null
}

/** An area is a word by itself. */
const APART = /(?:^|[\s:=])$/
/** `101`, `1.04`, `A-12`, `R 3`. */
const NUMBER = /^(?:[A-Z]{1,2}[\s.-]?)?\d{1,3}(?:[.-]\d{1,3})?[a-z]?$/
const NUMBER_FIRST = /^((?:[A-Z]{1,2}[.-]?)?\d{1,3}(?:[.-]\d{1,3})?)\s+(\p{L}.*)$/u
/** Names are words; sentences are notes. */
const LETTERS = /\p{L}{2,}/u
const LONGEST_NAME = 36
/** Lines of one label follow one another within so many heights of their letters, about one middle. */
const NEXT_LINE = 2.6
const SAME_MIDDLE = 0.6

type Part = { readonly phrase: Phrase } & Partial<Pick<RoomLabel, 'name' | 'number' | 'statedMm2'>>

/** The labels of rooms on a sheet: names, with the numbers and areas that stand with them. */
export function roomLabelsOf(linework: Linework, map: Homography, shows: (p: Point) => boolean): RoomLabel[] {
  const parts = phrasesOf(linework.text).flatMap((phrase): Part[] => {
    const part = shows(phrase.centre) ? partOf(phrase) : null
    return part ? [part] : []
  })
  return stacked(parts).flatMap((group): RoomLabel[] => {
    const names = group.flatMap(({ name }) => (name ? [name] : []))
    const statedMm2 = group.find((part) => part.statedMm2)?.statedMm2 ?? null
    if (names.length === 0 && statedMm2 === null) return []
    const first = group.find(({ name }) => name) ?? group[0]!
    return [
      {
        at: project(map, first.phrase.centre),
        name: names.join(' ').slice(0, LONGEST_NAME),
        number: group.find(({ number }) => number)?.number ?? '',
        statedMm2,
      },
    ]
  })
}

/** What one phrase says of a room; null where it is anything else. */
function partOf(phrase: Phrase): Part | null {
  let text = phrase.text.trim()
  const printed = readPrintedArea(text)
  const area = printed && APART.test(printed.before) ? printed : null
  const statedMm2 = area?.mm2 ?? null
  if (area) text = area.before.replace(/[\s:=]*(?:area|fläche|nf|gfa|a)?[\s:=]*$/i, '')
  const withNumber = text.match(NUMBER_FIRST)
  const [number, name] = withNumber ? [withNumber[1]!, withNumber[2]!] : NUMBER.test(text) ? [text, ''] : ['', text]
  if (number && !name) return { phrase, number, ...(statedMm2 && { statedMm2 }) }
  const isName = LETTERS.test(name) && name.length <= LONGEST_NAME && !readRoomSize(name) && !readPrintedLength(name)
  if (isName) return { phrase, name, ...(number && { number }), ...(statedMm2 && { statedMm2 }) }
  return statedMm2 ? { phrase, statedMm2 } : null
}

/** Parts that stand over one another about one middle, from the top. */
function stacked(parts: readonly Part[]): Part[][] {
  const groups: Part[][] = []
  const inReadingOrder = [...parts].sort((a, b) => downOf(a.phrase) - downOf(b.phrase))
  for (const part of inReadingOrder) {
    const group = groups.find((each) => follows(each.at(-1)!.phrase, part.phrase))
    if (group) group.push(part)
    else groups.push([part])
  }
  return groups
}

/** How far down a phrase stands, seen the way that it is read. */
const downOf = ({ centre, turnRad }: Phrase): number => centre.x * Math.sin(turnRad) - centre.y * Math.cos(turnRad)

function follows(above: Phrase, below: Phrase): boolean {
  if (Math.abs(Math.sin(above.turnRad - below.turnRad)) > 0.02) return false
  const down = downOf(below) - (above.centre.x * Math.sin(below.turnRad) - above.centre.y * Math.cos(below.turnRad))
  const height = Math.max(above.heightPt, below.heightPt)
  const across = Math.sqrt(Math.max(0, distance(above.centre, below.centre) ** 2 - down ** 2))
  const startsAlike = Math.abs(across - Math.abs(above.lengthPt - below.lengthPt) / 2) < height
  const widest = Math.max(above.lengthPt, below.lengthPt)
  return down > 0.3 * height && down < NEXT_LINE * height && (across < SAME_MIDDLE * widest || startsAlike)
}
