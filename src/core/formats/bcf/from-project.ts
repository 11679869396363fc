import type { HandOverFinding } from '../../check/before-hand-over'
import type { Vector3 } from '../../geometry/space'
import type { Point } from '../../geometry/vector'
import { levelsOf, withFirstLevel } from '../../model/level/schema'
import type { ProjectRecord } from '../../model/registry'
import { remarksOf } from '../../model/remark/remarks'
import { UUID } from '../../text/uuid'
import { ifcGuid } from '../ifc/guid'
import { type BcfPicture, type BcfTopic, uuidOf } from './topic'

/** Whose topics they are, and when they go out. */
export interface BcfHead {
  readonly projectId: string
  /** ISO 8601, to the second, without a zone. */
  readonly madeAt: string
  readonly author: string
  /** The zero of the IFC that goes with it, in model millimetres. */
  readonly zero: Point
}

const TYPES: Readonly<Record<HandOverFinding['kind'], string>> = {
  sheet: 'Remark',
  room: 'Issue',
  opening: 'Issue',
  wall: 'Issue',
  frame: 'Clash',
  material: 'Request',
}

const fromZero = ({ x, y, z }: Vector3, zero: Point): Vector3 => ({ x: x - zero.x, y: y - zero.y, z })

/** What a recipient would stumble on, as topics. */
export function topicsOfFindings(
  findings: readonly HandOverFinding[],
  { projectId, madeAt, author, zero }: BcfHead,
): BcfTopic[] {
  const used = new Map<string, number>()
  return findings.map(({ kind, ids, says, at }): BcfTopic => {
    const key = `${projectId} ${kind} ${ids.join(' ')} ${says}`
    const count = (used.get(key) ?? 0) + 1
    used.set(key, count)
    return {
      guid: uuidOf(`${key} ${count}`),
      type: TYPES[kind],
      status: 'Open',
      title: says,
      madeAt: `${madeAt}Z`,
      author,
      assignedTo: '',
      labels: [],
      comments: [],
      elements: ids.map((id) => ifcGuid(`${projectId} ${id}`)),
      at: at && fromZero(at, zero),
      picture: null,
    }
  })
}

/** The remarks of a project as topics, labelled with their levels. */
export function topicsOfRemarks(
  records: ReadonlyMap<string, ProjectRecord>,
  { projectId, author: office, zero }: BcfHead,
): BcfTopic[] {
  const levels = withFirstLevel(records)
  return remarksOf(records).map((remark): BcfTopic => {
    const { id, text, status, author, madeAt, assignedTo, answers, about, at, levelId, picture, topicId } = remark
    const level = levels.find((each) => each.id === levelId)
    return {
      guid: topicId ?? topicIdOf(projectId, id),
      type: 'Remark',
      status: status === 'open' ? 'Open' : 'Closed',
      title: text,
      madeAt,
      author: author || office,
      assignedTo,
      labels: level ? [level.name] : [],
      comments: answers.map((answer) => ({
        // What came from elsewhere, or from a window, has an identifier of its own.
        guid: UUID.test(answer.id) ? answer.id : uuidOf(`${projectId} ${id} ${answer.id}`),
        author: answer.author || office,
        madeAt: answer.madeAt,
        text: answer.text,
      })),
      elements: about.map((each) => ifcGuid(`${projectId} ${each}`)),
      at: fromZero({ ...at, z: level?.elevationMm ?? levelsOf(records)[0]?.elevationMm ?? 0 }, zero),
      picture: picture ? pictureOf(picture) : null,
    }
  })
}

/** By which a remark that was made here is known elsewhere. */
export const topicIdOf = (projectId: string, remarkId: string): string => uuidOf(`${projectId} remark ${remarkId}`)

/** The bytes of a `data:` address. */
function pictureOf(address: string): BcfPicture {
  const [head = '', text = ''] = address.split(',')
  return {
    format: head.includes('png') ? 'png' : 'jpg',
    bytes: Uint8Array.from(atob(text), (sign) => sign.charCodeAt(0)),
  }
}
