import type { Vector3 } from '../../geometry/space'
import { xmlElement as element, writeXml, type XmlNode, xmlFigure } from '../xml'
import { ABOVE_M, type BcfTopic, uuidOf } from './topic'

export interface BcfProject {
  readonly projectId: string
  readonly name: string
}

/**
 * Topics as BCF 3.0 (buildingSMART): each points to its elements by their IFC identifiers and looks at them from above.
 * @returns the files of the ZIP by their paths
 */
export function writeBcf(topics: readonly BcfTopic[], project: BcfProject): Map<string, string | Uint8Array> {
  const files = new Map<string, string | Uint8Array>([
    ['bcf.version', writeXml(element('Version', { VersionId: '3.0' }, []))],
    ['extensions.xml', writeXml(extensions(topics))],
    [
      'project.bcfp',
      writeXml(
        element('ProjectInfo', {}, [
          element('Project', { ProjectId: uuidOf(project.projectId) }, [element('Name', {}, [project.name])]),
        ]),
      ),
    ],
  ])
  for (const topic of topics) {
    files.set(`${topic.guid}/markup.bcf`, writeXml(markup(topic)))
    files.set(`${topic.guid}/viewpoint.bcfv`, writeXml(viewpoint(topic)))
    if (topic.picture) files.set(`${topic.guid}/${snapshotOf(topic.picture)}`, topic.picture.bytes)
  }
  return files
}

const snapshotOf = ({ format }: NonNullable<BcfTopic['picture']>): string => `snapshot.${format}`

const list = (name: string, item: string, words: Iterable<string>): XmlNode =>
  element(
    name,
    {},
    [...new Set(words)].filter((word) => word !== '').map((word) => element(item, {}, [word])),
  )

/** What words the topics use: programs that read them offer the same. */
const extensions = (topics: readonly BcfTopic[]): XmlNode =>
  element('Extensions', {}, [
    list(
      'TopicTypes',
      'TopicType',
      topics.map(({ type }) => type),
    ),
    list('TopicStatuses', 'TopicStatus', ['Open', 'Closed']),
    list(
      'TopicLabels',
      'TopicLabel',
      topics.flatMap(({ labels }) => labels),
    ),
    list(
      'Users',
      'User',
      topics.flatMap(({ author, assignedTo, comments }) => [
        author,
        assignedTo,
        ...comments.map((each) => each.author),
      ]),
    ),
  ])

/** The elements of a topic stand in the order of the schema (markup.xsd of BCF 3.0). */
function markup({
  guid,
  type,
  status,
  title,
  madeAt,
  author,
  assignedTo,
  labels,
  comments,
  picture,
}: BcfTopic): XmlNode {
  const [first = ''] = title.split('\n')
  return element('Markup', {}, [
    element('Topic', { Guid: guid, TopicType: type, TopicStatus: status }, [
      element('Title', {}, [first]),
      ...(labels.length > 0 ? [list('Labels', 'Label', labels)] : []),
      element('CreationDate', {}, [madeAt]),
      element('CreationAuthor', {}, [author]),
      ...(assignedTo ? [element('AssignedTo', {}, [assignedTo])] : []),
      ...(first === title ? [] : [element('Description', {}, [title])]),
      ...(comments.length > 0
        ? [
            element(
              'Comments',
              {},
              comments.map((comment) =>
                element('Comment', { Guid: comment.guid }, [
                  element('Date', {}, [comment.madeAt]),
                  element('Author', {}, [comment.author]),
                  element('Comment', {}, [comment.text]),
                ]),
              ),
            ),
          ]
        : []),
      element('Viewpoints', {}, [
        element('ViewPoint', { Guid: uuidOf(`view ${guid}`) }, [
          element('Viewpoint', {}, ['viewpoint.bcfv']),
          ...(picture ? [element('Snapshot', {}, [snapshotOf(picture)])] : []),
        ]),
      ]),
    ]),
  ])
}

/** How much is seen, metres. */
const SEEN_M = 12

function viewpoint({ guid, elements, at }: BcfTopic): XmlNode {
  const vector = (name: string, { x, y, z }: Vector3) =>
    element(
      name,
      {},
      (['X', 'Y', 'Z'] as const).map((axis, i) => element(axis, {}, [xmlFigure([x, y, z][i]!)])),
    )
  return element('VisualizationInfo', { Guid: uuidOf(`view ${guid}`) }, [
    element('Components', {}, [
      element(
        'Selection',
        {},
        elements.map((id) => element('Component', { IfcGuid: id }, [])),
      ),
      element('Visibility', { DefaultVisibility: 'true' }, []),
    ]),
    ...(at
      ? [
          element('OrthogonalCamera', {}, [
            vector('CameraViewPoint', { x: at.x / 1000, y: at.y / 1000, z: at.z / 1000 + ABOVE_M }),
            vector('CameraDirection', { x: 0, y: 0, z: -1 }),
            vector('CameraUpVector', { x: 0, y: 1, z: 0 }),
            element('ViewToWorldScale', {}, [String(SEEN_M)]),
            element('AspectRatio', {}, ['1.6']),
          ]),
        ]
      : []),
  ])
}
