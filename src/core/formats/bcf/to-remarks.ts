import type { Point } from '../../geometry/vector'
import { isBuildingElement } from '../../model/building-shapes'
import { levelOfElement } from '../../model/level/of-element'
import { type Level, withFirstLevel } from '../../model/level/schema'
import type { ProjectRecord } from '../../model/registry'
import { nextNumber, remarksOf } from '../../model/remark/remarks'
import type { Answer, Remark } from '../../model/remark/schema'
import { ifcGuid } from '../ifc/guid'
import { topicIdOf } from './from-project'
import type { ReadTopic } from './read'
import { uuidOf } from './topic'

/** Pictures beyond this stay out: records are for what is worked with. */
const MOST_PICTURE_BYTES = 250_000
const MOST_WORDS = 4000
const MOST_NAME = 100

export interface TakenTopics {
  /** Remarks as they become, new ones and those that the file tells more of. */
  readonly remarks: readonly Remark[]
  readonly fresh: number
  readonly renewed: number
  /** Pictures that are too large to be kept. */
  readonly picturesLeftOut: number
}

interface Ground {
  readonly projectId: string
  /** The zero of the IFC that goes with it, in model millimetres. */
  readonly zero: Point
}

/**
 * What topics become in a project: one that is known gets its new answers, its state and whom it is assigned to; any
 * other is a remark more, pinned to where it is looked at, on the level that its label or its elements say.
 */
export function remarksOfTopics(
  topics: readonly ReadTopic[],
  records: ReadonlyMap<string, ProjectRecord>,
  ground: Ground,
): TakenTopics {
  const ids = new Map([...records.keys()].map((id) => [ifcGuid(`${ground.projectId} ${id}`), id]))
  const known = new Map(remarksOf(records).map((each) => [each.topicId ?? topicIdOf(ground.projectId, each.id), each]))
  const remarks: Remark[] = []
  const seen = new Set<string>()
  let [next, renewed, picturesLeftOut] = [nextNumber(records), 0, 0]
  for (const topic of topics) {
    if (seen.has(topic.guid)) continue
    seen.add(topic.guid)
    const there = known.get(topic.guid)
    if (there) {
      const after = told(there, topic, ground.projectId)
      if (JSON.stringify(after) === JSON.stringify(there)) continue
      remarks.push(after)
      renewed++
      continue
    }
    const about = topic.elements.flatMap((guid) => ids.get(guid) ?? []).slice(0, 1000)
    const fits = topic.picture && topic.picture.bytes.length <= MOST_PICTURE_BYTES
    if (topic.picture && !fits) picturesLeftOut++
    remarks.push({
      id: topic.guid,
      kind: 'remark',
      number: next++,
      text: cut(topic.title, MOST_WORDS),
      ...placeOf(topic, about, records, ground.zero),
      about,
      status: statusOf(topic),
      author: cut(topic.author, MOST_NAME),
      madeAt: topic.madeAt,
      assignedTo: cut(topic.assignedTo, MOST_NAME),
      answers: topic.comments.slice(0, 500).map(answerOf),
      ...(fits && topic.picture && { picture: addressOf(topic.picture) }),
      topicId: topic.guid,
    })
  }
  return { remarks, fresh: remarks.length - renewed, renewed, picturesLeftOut }
}

const cut = (text: string, most: number): string => text.slice(0, most).trim()

const statusOf = ({ status }: ReadTopic): Remark['status'] => (status === 'Open' ? 'open' : 'settled')

const answerOf = ({ guid, author, madeAt, text }: ReadTopic['comments'][number]): Answer => ({
  id: guid,
  author: cut(author, MOST_NAME),
  madeAt,
  text: cut(text, MOST_WORDS),
})

/** A remark with what a topic tells more of it. */
function told(remark: Remark, topic: ReadTopic, projectId: string): Remark {
  const heard = new Set(remark.answers.flatMap(({ id }) => [id, uuidOf(`${projectId} ${remark.id} ${id}`)]))
  const more = topic.comments.filter(({ guid }) => !heard.has(guid)).map(answerOf)
  return {
    ...remark,
    status: statusOf(topic),
    assignedTo: cut(topic.assignedTo, MOST_NAME),
    answers: [...remark.answers, ...more].slice(0, 500),
  }
}

/** Places beyond this from the eye are those of a view that looks past everything. */
const FARTHEST_MM = 1e6

function placeOf(
  { labels, look }: ReadTopic,
  about: readonly string[],
  records: ReadonlyMap<string, ProjectRecord>,
  zero: Point,
): Pick<Remark, 'at' | 'levelId'> {
  const levels = withFirstLevel(records)
  const elements = about.map((id) => records.get(id)!).filter(isBuildingElement)
  const eye = look?.eye
  const level: Level =
    levels.find(({ name }) => labels.includes(name)) ??
    levels.find(({ id }) => elements.some((element) => levelOfElement(element, records) === id)) ??
    levels.findLast(({ elevationMm }) => eye !== undefined && elevationMm <= eye.z) ??
    levels[0]!
  if (!look) return { at: zero, levelId: level.id }
  const { x, y, z } = look.eye
  const { direction } = look
  const far = direction.z < 0 ? (level.elevationMm - z) / direction.z : 0
  const reach = far > 0 && far * Math.hypot(direction.x, direction.y) < FARTHEST_MM ? far : 0
  return {
    at: { x: x + direction.x * reach + zero.x, y: y + direction.y * reach + zero.y },
    levelId: level.id,
  }
}

function addressOf({ format, bytes }: NonNullable<ReadTopic['picture']>): string {
  let signs = ''
  for (const byte of bytes) signs += String.fromCharCode(byte)
  return `data:image/${format === 'png' ? 'png' : 'jpeg'};base64,${btoa(signs)}`
}
