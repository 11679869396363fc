import type { Free } from './clutter'
import type { Chances, Vector } from './drafting'

/** A wall of a building by its centre line. */
export interface Wall {
  readonly start: Vector
  readonly end: Vector
  readonly thicknessMm: number
  readonly outer: boolean
}

export interface Building {
  readonly walls: readonly Wall[]
  readonly rooms: readonly Free[]
  /** Free-standing columns by their middles. */
  readonly columns: readonly Vector[]
}

type Make = (chances: Chances) => Building

const ringOf = (corners: readonly Vector[], thicknessMm: number): Wall[] =>
  corners.map((start, i) => ({ start, end: corners[(i + 1) % corners.length]!, thicknessMm, outer: true }))

const box = (x: number, y: number, width: number, depth: number): Vector[] => [
  [x, y],
  [x + width, y],
  [x + width, y + depth],
  [x, y + depth],
]

const inner = (start: Vector, end: Vector, thicknessMm: number): Wall => ({ start, end, thicknessMm, outer: false })

const inset = (x: number, y: number, width: number, depth: number): Free => ({
  x: x + 320,
  y: y + 320,
  width: width - 640,
  depth: depth - 640,
})

/** Building types as they are built, each with its own measures and proportions. */
export const BUILDINGS = {
  /** Classrooms on both sides of a corridor. */
  school: (chances) => {
    const [room, deep, aisle] = [
      chances.step(6000, 8500, 50),
      chances.step(6500, 9000, 50),
      chances.step(2200, 3000, 50),
    ]
    const count = chances.pick([3, 4, 5])
    const [length, depth] = [count * room, 2 * deep + aisle]
    const [shell, spine, part] = [chances.pick([365, 400]), 240, chances.pick([115, 175])]
    const rooms: Free[] = []
    const walls = ringOf(box(0, 0, length, depth), shell)
    walls.push(inner([0, deep], [length, deep], spine), inner([0, deep + aisle], [length, deep + aisle], spine))
    for (let i = 0; i < count; i++) {
      if (i > 0)
        walls.push(
          inner([i * room, 0], [i * room, deep], part),
          inner([i * room, deep + aisle], [i * room, depth], part),
        )
      rooms.push(inset(i * room, 0, room, deep), inset(i * room, deep + aisle, room, deep))
    }
    return { walls, rooms, columns: [] }
  },
  /** Houses in a row, each the other's mirror. */
  'row houses': (chances) => {
    const [wide, deep] = [chances.step(4800, 6400, 10), chances.step(8500, 11_500, 10)]
    const count = chances.pick([3, 4])
    const [party, part] = [chances.pick([240, 300]), chances.pick([100, 115])]
    const walls = ringOf(box(0, 0, count * wide, deep), chances.pick([300, 365]))
    const rooms: Free[] = []
    const [split, hall, bath] = [0.45 * deep, 1900, 0.7 * deep]
    for (let i = 0; i < count; i++) {
      const x = i * wide
      const hallX = i % 2 ? x + wide - hall : x + hall
      if (i > 0) walls.push(inner([x, 0], [x, deep], party))
      walls.push(inner([x, split], [x + wide, split], part), inner([hallX, split], [hallX, deep], part))
      walls.push(i % 2 ? inner([hallX, bath], [x + wide, bath], part) : inner([x, bath], [hallX, bath], part))
      rooms.push(inset(x, 0, wide, split), inset(i % 2 ? x : x + hall, split, wide - hall, deep - split))
      rooms.push(inset(i % 2 ? hallX : x, split, hall, bath - split))
    }
    return { walls, rooms, columns: [] }
  },
  /** A hall on columns with offices in a corner. */
  hall: (chances) => {
    const bay = chances.pick([5000, 6000])
    const [nx, ny] = [chances.pick([4, 5]), 3]
    const [length, depth] = [nx * bay, ny * bay]
    const walls = ringOf(box(0, 0, length, depth), chances.pick([160, 200, 240]))
    const columns = Array.from({ length: nx - 1 }, (_, i) =>
      Array.from({ length: ny - 1 }, (_, j): Vector => [(i + 1) * bay, (j + 1) * bay]),
    ).flat()
    const [x, y] = [1.5 * bay, 0.8 * bay]
    const part = chances.pick([100, 125])
    walls.push(inner([x, 0], [x, y], part), inner([0, y], [x, y], part), inner([x / 2, 0], [x / 2, y], part))
    return {
      walls,
      rooms: [inset(0, 0, x / 2, y), inset(x / 2, 0, x / 2, y), inset(x + 500, y + 400, 6000, 5000)],
      columns,
    }
  },
  /** A town house grown over centuries: no two walls square, each of its own thickness. */
  'town house': (chances) => {
    const off = () => chances.between(-420, 420)
    const [width, depth] = [chances.between(7000, 10_000), chances.between(10_000, 14_000)]
    const corners = box(0, 0, width, depth).map(([x, y]): Vector => [x + off(), y + off()])
    const thick = () => Math.round(chances.between(380, 680))
    const walls = ringOf(corners, 0).map((wall) => ({ ...wall, thicknessMm: thick() }))
    const on = (i: number, t: number): Vector => {
      const [a, b] = [corners[i]!, corners[(i + 1) % 4]!]
      return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]
    }
    const spine = [on(3, chances.between(0.4, 0.6)), on(1, chances.between(0.4, 0.6))] as const
    const cross = (t: number): Vector => [
      spine[0][0] + (spine[1][0] - spine[0][0]) * t,
      spine[0][1] + (spine[1][1] - spine[0][1]) * t,
    ]
    const part = () => Math.round(chances.between(120, 320))
    const share = chances.between(0.35, 0.65)
    walls.push(inner(spine[0], spine[1], part()), inner(on(0, share), cross(share + 0.04), part()))
    walls.push(inner(on(2, 1 - share + 0.06), cross(share - 0.08), part()))
    return { walls, rooms: [inset(700, 700, width * 0.3, depth * 0.3)], columns: [] }
  },
  /** Two wings that meet at an angle. */
  'two wings': (chances) => {
    const turn = chances.pick([0.35, 0.52, 0.7854])
    const [length, deep] = [chances.step(11_000, 15_000, 10), chances.step(6000, 8000, 10)]
    const [shell, part] = [chances.pick([240, 300]), chances.pick([100, 150])]
    const far = (x: number, y: number): Vector => [
      length + x * Math.cos(turn) - y * Math.sin(turn),
      x * Math.sin(turn) + y * Math.cos(turn),
    ]
    // The inner corner of both wings, where their far sides cross.
    const reach = deep * Math.tan(turn / 2)
    const walls = ringOf(
      [[0, 0], [length, 0], far(length * 0.7, 0), far(length * 0.7, deep), [length - reach, deep], [0, deep]],
      shell,
    )
    walls.push(inner([length, 0], [length - reach, deep], part), inner([length * 0.35, 0], [length * 0.35, deep], part))
    walls.push(
      inner([length * 0.35, deep * 0.5], [0, deep * 0.5], part),
      inner(far(length * 0.35, 0), far(length * 0.35, deep), part),
    )
    return { walls, rooms: [inset(0, 0, length * 0.35, deep / 2), inset(length * 0.4, 0, 4000, deep)], columns: [] }
  },
  /** Many small rooms on one corridor. */
  clinic: (chances) => {
    const [room, deep, aisle] = [
      chances.step(2400, 3300, 10),
      chances.step(3600, 4800, 10),
      chances.step(1800, 2400, 10),
    ]
    const count = chances.pick([5, 6, 7])
    const [length, depth] = [count * room, 2 * deep + aisle]
    const part = chances.pick([75, 100, 125])
    const walls = ringOf(box(0, 0, length, depth), chances.pick([240, 300, 365]))
    walls.push(inner([0, deep], [length, deep], part), inner([0, deep + aisle], [length, deep + aisle], part))
    const rooms: Free[] = []
    for (let i = 0; i < count; i++) {
      if (i > 0) walls.push(inner([i * room, 0], [i * room, deep], part))
      if (i > 0 && i % 2 === 0) walls.push(inner([i * room, deep + aisle], [i * room, depth], part))
      rooms.push(inset(i * room, 0, room, deep))
      if (i % 2 === 0) rooms.push(inset(i * room, deep + aisle, Math.min(2, count - i) * room, deep))
    }
    return { walls, rooms, columns: [] }
  },
  /** A bungalow with a bay of three sides. */
  'house with a bay': (chances) => {
    const [width, depth] = [chances.step(10_000, 13_000, 10), chances.step(7500, 9500, 10)]
    const [shell, part] = [chances.pick([300, 365]), chances.pick([115, 150])]
    const bay = chances.step(900, 1300, 10)
    const [a, b] = [width * 0.3, width * 0.3 + 3600]
    const walls = ringOf(
      [
        [0, 0],
        [a, 0],
        [a + bay, -bay],
        [b - bay, -bay],
        [b, 0],
        [width, 0],
        [width, depth],
        [0, depth],
      ],
      shell,
    )
    walls.push(
      inner([0, depth * 0.55], [width, depth * 0.55], part),
      inner([width * 0.72, 0], [width * 0.72, depth], part),
    )
    walls.push(inner([width * 0.4, depth * 0.55], [width * 0.4, depth], part))
    return {
      walls,
      rooms: [
        inset(0, depth * 0.55, width * 0.4, depth * 0.45),
        inset(width * 0.4, depth * 0.55, width * 0.32, depth * 0.45),
      ],
      columns: [],
    }
  },
} as const satisfies Record<string, Make>
