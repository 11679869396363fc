import { dot3, subtract3, type Vector3 } from '../geometry/space'
import type { Point } from '../geometry/vector'
import type { MemberBody } from '../model/member/body'
import { cutAlong } from '../model/member/ends'
import type { Member, MemberUse } from '../model/member/schema'
import type { SectionShape } from '../sections/shape'
import { sizeOf } from '../sections/shape'
import type { Hole } from './hole'
import type { BuiltMember } from './members'

/** Pieces that are alike to this, in millimetres, are one. */
const ALIKE_MM = 0.1

/** A way in which a section lies on itself: across and up are changed in sign, or for one another. */
interface Symmetry {
  readonly x: 1 | -1
  readonly y: 1 | -1
  readonly swap: boolean
}

const SAME: Symmetry = { x: 1, y: 1, swap: false }
const FLIPS: readonly Symmetry[] = [
  SAME,
  { x: -1, y: 1, swap: false },
  { x: 1, y: -1, swap: false },
  { x: -1, y: -1, swap: false },
]
const QUARTERS = FLIPS.map((each) => ({ ...each, swap: true }))

function symmetriesOf(shape: SectionShape): readonly Symmetry[] {
  const { widthMm, heightMm } = sizeOf(shape)
  const square = Math.abs(widthMm - heightMm) < 1e-6
  switch (shape.form) {
    case 'i':
      return FLIPS
    case 'bar':
    case 'box':
      return square ? [...FLIPS, ...QUARTERS] : FLIPS
    case 'pipe':
    case 'rod':
      return [...FLIPS, ...QUARTERS]
    case 'channel':
      return [SAME, { x: 1, y: -1, swap: false }]
    case 'angle':
      return square ? [SAME, { x: 1, y: 1, swap: true }] : [SAME]
    case 'outline':
      return [SAME]
  }
}

/** What is cut into a piece, in its own space: across and up from the middle of its section, along from its first place. */
interface Features {
  /** Each end as a plane over the section: how far along its middle lies, and how it rises across and up. */
  readonly start: readonly [number, number, number]
  readonly end: readonly [number, number, number]
  /** Corners of notches, and ends of holes with their diameters. */
  readonly notches: readonly (readonly (readonly [number, number, number])[])[]
  readonly holes: readonly {
    readonly ends: readonly (readonly [number, number, number])[]
    readonly diameterMm: number
  }[]
}

function featuresOf({ placed, start, end, fromMm }: MemberBody, holes: readonly Hole[]): Features {
  const local = (place: Vector3): [number, number, number] => {
    const from = subtract3(place, placed.origin)
    return [dot3(from, placed.across), dot3(from, placed.up), dot3(from, placed.along) - fromMm]
  }
  const plane = (cut: typeof start): [number, number, number] => {
    const at = (p: Point) => cutAlong(placed, cut.plane, p) - fromMm
    const middle = at({ x: 0, y: 0 })
    return [middle, at({ x: 100, y: 0 }) - middle, at({ x: 0, y: 100 }) - middle]
  }
  return {
    start: plane(start),
    end: plane(end),
    notches: [...start.notches, ...end.notches].map(({ middle, axes, halves }) =>
      [0, 1, 2, 3, 4, 5, 6, 7].map((corner) =>
        local(
          axes.reduce((at, axis, i) => {
            const way = corner & (1 << i) ? halves[i]! : -halves[i]!
            return { x: at.x + axis.x * way, y: at.y + axis.y * way, z: at.z + axis.z * way }
          }, middle),
        ),
      ),
    ),
    holes: holes.map(({ from, to, diameterMm }) => ({ ends: [local(from), local(to)], diameterMm })),
  }
}

/** Halves are what sizes often are: a little beyond them rounding is steady. */
export const inAlikes = (mm: number): number => Math.floor(mm / ALIKE_MM + 0.5 + 1e-6)

/** Features written down as they are seen after a symmetry, and from the other end where the piece is turned over. */
function written(features: Features, { x, y, swap }: Symmetry, over: boolean, lengthMm: number): string {
  const across = (a: number, b: number): [number, number] => (swap ? [b * x, a * y] : [a * x, b * y])
  const along = (t: number) => (over ? lengthMm - t : t)
  const plane = ([t, a, b]: readonly [number, number, number]) => {
    const [p, q] = across(a, b)
    return [along(t), over ? -p : p, over ? -q : q].map(inAlikes).join(',')
  }
  const place = ([a, b, t]: readonly [number, number, number]) => [...across(a, b), along(t)].map(inAlikes).join(',')
  const ends = [plane(features.start), plane(features.end)]
  return [
    ...(over ? ends.reverse() : ends),
    ...features.notches.map((corners) => `n${corners.map(place).sort().join(';')}`).sort(),
    ...features.holes
      .map(({ ends: both, diameterMm }) => `h${both.map(place).sort().join(';')}d${inAlikes(diameterMm)}`)
      .sort(),
  ].join('|')
}

/** Round sections may be turned any way: they are turned so that their first slope runs upwards. */
function turnedUpright(shape: SectionShape, features: Features): Features {
  if (shape.form !== 'pipe' && shape.form !== 'rod') return features
  const [, a, b] = [features.end, features.start].find(([, p, q]) => Math.hypot(p, q) > ALIKE_MM) ?? [0, 0, 1]
  const size = Math.hypot(a, b)
  const turn = (p: number, q: number): [number, number] => [(p * b - q * a) / size, (p * a + q * b) / size]
  const plane = ([t, p, q]: readonly [number, number, number]): [number, number, number] => [t, ...turn(p, q)]
  const place = ([p, q, t]: readonly [number, number, number]): [number, number, number] => [...turn(p, q), t]
  return {
    start: plane(features.start),
    end: plane(features.end),
    notches: features.notches.map((corners) => corners.map(place)),
    holes: features.holes.map((hole) => ({ ...hole, ends: hole.ends.map(place) })),
  }
}

/**
 * What tells a piece from every other: pieces with the same key can be cut by one drawing. They may be turned in space
 * and turned over, but not mirrored.
 */
export function pieceKey({ member, body }: BuiltMember, holes: readonly Hole[] = []): string {
  const { shape } = body.placed.section
  const features = turnedUpright(shape, featuresOf(body, holes))
  const candidates = symmetriesOf(shape).flatMap((symmetry) =>
    [false, true].flatMap((over) => {
      // A turn in space keeps right-handed things right-handed.
      const hand = symmetry.x * symmetry.y * (symmetry.swap ? -1 : 1) * (over ? -1 : 1) * (member.mirrored ? -1 : 1)
      return hand === 1 ? [written(features, symmetry, over, body.lengthMm)] : []
    }),
  )
  // Sections that can't be turned into their image are told apart where they are mirrored.
  const [first] = candidates.sort()
  return `${member.sectionId}|${inAlikes(body.lengthMm)}|${first ?? `mirrored|${written(features, SAME, false, body.lengthMm)}`}`
}

const LETTERS: Readonly<Record<MemberUse, string>> = { beam: 'B', column: 'C', brace: 'D', rafter: 'R', purlin: 'P' }
/** Figures and letters that are not taken for one another. */
const SIGNS = '23456789ABCDEFGHJKMNPQRSTUVWXYZ'

/** Of a text, the same for the same text and spread evenly (FNV-1a, 32 bits). */
function hashOf(text: string): number {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0
  return hash
}

const SHORTEST_MARK = 4

/** The mark of a piece follows from its own geometry, so that no other edit changes it. */
function markOf(key: string, letter: string, length: number): string {
  let rest = hashOf(key)
  let mark = ''
  for (let i = 0; i < length; i++) {
    mark += SIGNS[rest % SIGNS.length]
    rest = i === SHORTEST_MARK - 1 ? hashOf(`${key}#`) : Math.floor(rest / SIGNS.length)
  }
  return `${letter}-${mark}`
}

/** Things by their keys, in order, each with a mark of its own: longer where two would have the same. */
export function marked<T>(
  groups: ReadonlyMap<string, T>,
  letterOf: (group: T) => string,
): { mark: string; key: string; group: T }[] {
  const taken = new Set<string>()
  return [...groups]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([key, group]) => {
      let length = SHORTEST_MARK
      while (taken.has(markOf(key, letterOf(group), length))) length++
      const mark = markOf(key, letterOf(group), length)
      taken.add(mark)
      return { mark, key, group }
    })
}

/** Members that are cut by one drawing. */
export interface Piece {
  readonly mark: string
  readonly key: string
  readonly members: readonly BuiltMember[]
}

/** All members by like pieces, each with its mark. */
export function piecesOf(
  members: readonly BuiltMember[],
  holesOf: (member: Member) => readonly Hole[] = () => [],
): Piece[] {
  const groups = new Map<string, BuiltMember[]>()
  for (const built of members) {
    const key = pieceKey(built, holesOf(built.member))
    const group = groups.get(key)
    if (group) group.push(built)
    else groups.set(key, [built])
  }
  return marked(groups, ([first]) => LETTERS[first!.member.use]).map(({ mark, key, group }) => ({
    mark,
    key,
    members: group,
  }))
}

/** The angles of a cut against a square one, in degrees: as seen from the side of the section, and from above it. */
export function cutAngles(
  body: MemberBody,
  end: 'start' | 'end',
): { readonly sideDeg: number; readonly topDeg: number } {
  const at = (p: Point) => cutAlong(body.placed, body[end].plane, p)
  const middle = at({ x: 0, y: 0 })
  const angle = (p: Point) => (Math.atan((at(p) - middle) / 100) * 180) / Math.PI
  return { sideDeg: angle({ x: 0, y: 100 }), topDeg: angle({ x: 100, y: 0 }) }
}
