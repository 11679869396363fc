import { XMLParser } from 'fast-xml-parser'
import type { Vector3 } from '../../geometry/space'
import { UUID } from '../../text/uuid'
import type { BcfComment, BcfPicture, BcfTopic } from './topic'

/** A file that is no BCF, with a sentence that says why. */
export class BcfError extends Error {}

/** A topic as it was read, with where it is looked at from: millimetres from the zero of the file. */
export interface ReadTopic extends Omit<BcfTopic, 'at'> {
  readonly look: { readonly eye: Vector3; readonly direction: Vector3 } | null
}

/** What an element of a document holds: text, or elements by their names. */
type Node = string | { readonly [name: string]: Node | readonly Node[] }

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  parseAttributeValue: false,
  removeNSPrefix: true,
  trimValues: true,
})

/** @throws BcfError */
function parsed(bytes: Uint8Array, path: string): Node {
  const text = new TextDecoder().decode(bytes)
  // No BCF declares entities; who does means to swell.
  if (/<!DOCTYPE/i.test(text)) throw new BcfError(`${path} in it declares a document type, which no BCF does.`)
  try {
    return parser.parse(text, true) as Node
  } catch {
    throw new BcfError(`${path} in it is no XML.`)
  }
}

const listOf = (node: Node | readonly Node[] | undefined): readonly Node[] =>
  node === undefined ? [] : Array.isArray(node) ? node : [node as Node]

/** The elements at the end of a path of names, through every element of each name. */
const all = (node: Node | undefined, ...names: readonly string[]): readonly Node[] =>
  names.reduce<readonly Node[]>(
    (nodes, name) => nodes.flatMap((each) => (typeof each === 'string' ? [] : listOf(each[name]))),
    node === undefined ? [] : [node],
  )

const textOf = (node: Node | undefined): string =>
  node === undefined ? '' : typeof node === 'string' ? node : textOf(listOf(node['#text'])[0])

const text = (node: Node | undefined, ...names: readonly string[]): string => textOf(all(node, ...names)[0]).trim()

/**
 * Reads topics of BCF 2.0 to 3.0: markup, the first viewpoint with its elements and camera, and its snapshot.
 * @param files what the ZIP holds, by their paths
 * @throws BcfError where it is none
 */
export function readBcf(files: ReadonlyMap<string, Uint8Array>): ReadTopic[] {
  const markups = [...files.keys()].filter((path) => /(^|\/)markup\.bcf$/i.test(path))
  if (markups.length === 0) throw new BcfError('There is no topic in it.')
  return markups.flatMap((path) => topicOf(path, files) ?? [])
}

function topicOf(path: string, files: ReadonlyMap<string, Uint8Array>): ReadTopic | null {
  const [markup] = all(parsed(files.get(path)!, path), 'Markup')
  const [topic] = all(markup, 'Topic')
  const guid = text(topic, '@Guid').toLowerCase()
  if (!topic || !UUID.test(guid)) return null
  const folder = path.slice(0, path.length - 'markup.bcf'.length)
  // Since 3.0 comments and viewpoints stand within the topic, in lists of their own.
  const views = [...all(topic, 'Viewpoints', 'ViewPoint'), ...all(markup, 'Viewpoints')]
  const comments = [...all(topic, 'Comments', 'Comment'), ...all(markup, 'Comment')]
  const view = viewAt(`${folder}${text(views[0], 'Viewpoint') || 'viewpoint.bcfv'}`, files)
  const title = text(topic, 'Title')
  const description = text(topic, 'Description')
  const said = description.startsWith(title) ? description : [title, description].filter(Boolean).join('\n')
  return {
    guid,
    type: text(topic, '@TopicType'),
    status: /clos|resolv|done|settled/i.test(text(topic, '@TopicStatus')) ? 'Closed' : 'Open',
    title: said || 'Without a title',
    madeAt: momentOf(text(topic, 'CreationDate')),
    author: text(topic, 'CreationAuthor'),
    assignedTo: text(topic, 'AssignedTo'),
    labels: [...all(topic, 'Labels', 'Label'), ...all(topic, 'Labels').filter((each) => typeof each === 'string')].map(
      textOf,
    ),
    comments: comments.map(commentOf).filter((each) => each !== null),
    elements: view.elements,
    look: view.look,
    picture: pictureAt(folder, text(views[0], 'Snapshot'), files),
  }
}

function commentOf(node: Node): BcfComment | null {
  const guid = text(node, '@Guid').toLowerCase()
  const said = text(node, 'Comment')
  if (!UUID.test(guid) || said === '') return null
  return { guid, author: text(node, 'Author'), madeAt: momentOf(text(node, 'Date')), text: said }
}

/** A moment in UTC; the beginning of time for what is none. */
function momentOf(written: string): string {
  const moment = new Date(written)
  return Number.isNaN(moment.getTime()) ? '1970-01-01T00:00:00Z' : moment.toISOString()
}

function viewAt(path: string, files: ReadonlyMap<string, Uint8Array>): Pick<ReadTopic, 'elements' | 'look'> {
  const bytes = files.get(path)
  if (!bytes) return { elements: [], look: null }
  const [info] = all(parsed(bytes, path), 'VisualizationInfo')
  const elements = all(info, 'Components', 'Selection', 'Component').map((each) => text(each, '@IfcGuid'))
  const [camera] = [...all(info, 'OrthogonalCamera'), ...all(info, 'PerspectiveCamera')]
  const vector = (name: string, factor: number): Vector3 | null => {
    const [x, y, z] = ['X', 'Y', 'Z'].map((axis) => Number(text(camera, name, axis) || Number.NaN) * factor)
    return [x, y, z].every((value) => Number.isFinite(value)) ? { x: x!, y: y!, z: z! } : null
  }
  const [eye, direction] = [vector('CameraViewPoint', 1000), vector('CameraDirection', 1)]
  return { elements: elements.filter(Boolean), look: eye && direction ? { eye, direction } : null }
}

const PNG = [0x89, 0x50, 0x4e, 0x47]
const JPEG = [0xff, 0xd8, 0xff]
const begins = (bytes: Uint8Array, mark: readonly number[]) => mark.every((byte, i) => bytes[i] === byte)

function pictureAt(folder: string, named: string, files: ReadonlyMap<string, Uint8Array>): BcfPicture | null {
  const bytes = [named, 'snapshot.png', 'snapshot.jpg'].map((name) => files.get(folder + name)).find(Boolean)
  if (!bytes) return null
  if (begins(bytes, PNG)) return { format: 'png', bytes }
  return begins(bytes, JPEG) ? { format: 'jpg', bytes } : null
}
