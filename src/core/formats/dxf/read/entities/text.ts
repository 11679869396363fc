import type { Point } from '../../../../geometry/vector'
import { type Entity, type Pen, planeMap, pointOf, toRad } from '../entity'
import type { DxfRecord } from '../records'
import { plainText, textLines } from '../text-codes'

/** Width of a letter as a part of the height of capitals, where no font is at hand: that of the usual stroke fonts. */
const LETTER = 0.9

const HIDDEN_ATTRIBUTE = 1

/** One line of text; attributes of inserts are the same with another name. */
export function text({ record }: Entity, pen: Pen): void {
  if (record.type !== 'TEXT' && record.number(70) & HIDDEN_ATTRIBUTE) return
  const shown = plainText(record.text(1) ?? '')
  const height = record.number(40)
  const turn = toRad(record.number(50))
  const length = shown.length * LETTER * height * record.number(41, 1)
  const across = record.number(72)
  const up = record.number(record.type === 'TEXT' ? 73 : 74)
  const aligned = (across !== 0 || up !== 0) && record.text(11) !== undefined
  const at = pointOf(record, aligned ? 11 : 10)
  // 0 left, 1 centre, 2 right, 4 middle of all; up: 1 bottom, 2 middle, 3 top.
  const back = across === 1 || across === 4 ? length / 2 : across === 2 ? length : 0
  const down = across === 4 || up === 2 ? height / 2 : up === 3 ? height : 0
  pen.through(planeMap(record)).text(shown, moved(at, turn, -back, -down), turn, height, length)
}

/** Several lines of text in one place. */
export function multiText({ record }: Entity, pen: Pen): void {
  const pieces = record.groups.filter(({ code }) => code === 3 || code === 1).map(({ value }) => value)
  const lines = textLines(pieces.join(''))
  const height = record.number(40)
  const spacing = (height * 5 * record.number(44, 1)) / 3
  const turn = directionOf(record)
  const attachment = record.number(71, 1)
  const column = (attachment - 1) % 3
  const row = Math.floor((attachment - 1) / 3)
  const whole = height + spacing * (lines.length - 1)
  const top = row === 0 ? 0 : row === 1 ? whole / 2 : whole
  lines.forEach((line, i) => {
    const length = line.length * LETTER * height
    const start = moved(pointOf(record, 10), turn, (-column * length) / 2, top - height - i * spacing)
    pen.text(line, start, turn, height, length)
  })
}

function directionOf(record: DxfRecord): number {
  if (record.text(11) === undefined) return toRad(record.number(50))
  const { x, y } = pointOf(record, 11)
  return Math.atan2(y, x)
}

const moved = (p: Point, turn: number, along: number, up: number): Point => ({
  x: p.x + Math.cos(turn) * along - Math.sin(turn) * up,
  y: p.y + Math.sin(turn) * along + Math.cos(turn) * up,
})
