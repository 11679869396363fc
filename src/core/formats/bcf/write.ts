import type { HandOverFinding } from '../../check/before-hand-over'
import type { Vector3 } from '../../geometry/space'
import type { Point } from '../../geometry/vector'
import { ifcGuid } from '../ifc/guid'
import { stableHash } from '../stable-hash'
import { xmlElement as element, writeXml, type XmlNode, xmlFigure } from '../xml'

/** Whose findings they are, and when they were found. */
export interface BcfHead {
  readonly projectId: string
  readonly name: string
  /** ISO 8601, to the second. */
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

/**
 * Findings as BCF 3.0 (buildingSMART): a topic for each, which points to its elements by their IFC identifiers and looks
 * at them from above. @returns the files of the ZIP by their paths
 */
export function writeBcf(findings: readonly HandOverFinding[], head: BcfHead): Map<string, string> {
  const files = new Map([
    ['bcf.version', writeXml(element('Version', { VersionId: '3.0' }, []))],
    ['extensions.xml', writeXml(extensions())],
    [
      'project.bcfp',
      writeXml(
        element('ProjectInfo', {}, [
          element('Project', { ProjectId: uuidOf(head.projectId) }, [element('Name', {}, [head.name])]),
        ]),
      ),
    ],
  ])
  const used = new Map<string, number>()
  for (const finding of findings) {
    const key = `${head.projectId} ${finding.kind} ${finding.ids.join(' ')} ${finding.says}`
    const count = (used.get(key) ?? 0) + 1
    used.set(key, count)
    const guid = uuidOf(`${key} ${count}`)
    files.set(`${guid}/markup.bcf`, writeXml(markup(finding, guid, head)))
    files.set(`${guid}/viewpoint.bcfv`, writeXml(viewpoint(finding, uuidOf(`view ${guid}`), head)))
  }
  return files
}

function extensions(): XmlNode {
  const list = (name: string, item: string, words: readonly string[]) =>
    element(
      name,
      {},
      words.map((word) => element(item, {}, [word])),
    )
  return element('Extensions', {}, [
    list('TopicTypes', 'TopicType', [...new Set(Object.values(TYPES))]),
    list('TopicStatuses', 'TopicStatus', ['Open', 'Closed']),
  ])
}

function markup({ kind, says }: HandOverFinding, guid: string, { madeAt, author }: BcfHead): XmlNode {
  return element('Markup', {}, [
    element('Topic', { Guid: guid, TopicType: TYPES[kind], TopicStatus: 'Open' }, [
      element('Title', {}, [says]),
      element('CreationDate', {}, [`${madeAt}Z`]),
      element('CreationAuthor', {}, [author]),
      element('Viewpoints', {}, [
        element('ViewPoint', { Guid: uuidOf(`view ${guid}`) }, [element('Viewpoint', {}, ['viewpoint.bcfv'])]),
      ]),
    ]),
  ])
}

/** How high over its place a finding is looked at, and how much is seen, metres. */
const ABOVE_M = 20
const SEEN_M = 12

function viewpoint({ ids, at }: HandOverFinding, guid: string, { projectId, zero }: BcfHead): XmlNode {
  const vector = (name: string, { x, y, z }: Vector3) =>
    element(
      name,
      {},
      (['X', 'Y', 'Z'] as const).map((axis, i) => element(axis, {}, [xmlFigure([x, y, z][i]!)])),
    )
  return element('VisualizationInfo', { Guid: guid }, [
    element('Components', {}, [
      element(
        'Selection',
        {},
        ids.map((id) => element('Component', { IfcGuid: ifcGuid(`${projectId} ${id}`) }, [])),
      ),
      element('Visibility', { DefaultVisibility: 'true' }, []),
    ]),
    ...(at
      ? [
          element('OrthogonalCamera', {}, [
            vector('CameraViewPoint', {
              x: (at.x - zero.x) / 1000,
              y: (at.y - zero.y) / 1000,
              z: at.z / 1000 + ABOVE_M,
            }),
            vector('CameraDirection', { x: 0, y: 0, z: -1 }),
            vector('CameraUpVector', { x: 0, y: 1, z: 0 }),
            element('ViewToWorldScale', {}, [String(SEEN_M)]),
            element('AspectRatio', {}, ['1.6']),
          ]),
        ]
      : []),
  ])
}

/** A lasting identifier as BCF writes them. */
function uuidOf(text: string): string {
  const hex = stableHash(text)
    .map((byte) => byte.toString(16).padStart(2, '0'))
    .join('')
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-')
}
