import { type Box, EMPTY_BOX, isEmpty, unite } from '../../../geometry/box'
import type { DxfBlock, DxfDrawing, DxfEntity, DxfLayout } from '../drawing'
import { attached, attachmentClasses, attachmentObjects } from './attachments'
import { between, writeBlock } from './blocks'
import { type DxfDimension, type EntityGround, writeEntity } from './entities'
import { boxOfEntity } from './extents'
import { extentGroups, type Group, groups, unitGroups } from './groups'
import { HANDLE, Handles } from './handles'
import { type PlacedLayout, paperContent, writeObjects } from './layouts'
import { distinctNames, firstByName } from './names'
import { writeTables } from './tables'

const MODEL = '*Model_Space'
const PAPER = '*Paper_Space'
const NO_DIMENSIONS = { unit: 'mm', precision: 0 } as const
/** There is always a sheet of paper, be it empty. */
const EMPTY_PAPER: DxfLayout = {
  name: 'Layout1',
  widthMm: 420,
  heightMm: 297,
  entities: [],
  view: { on: { minX: 0, minY: 0, maxX: 420, maxY: 297 }, middle: { x: 0, y: 0 }, ratio: 1 },
  viewLayer: '0',
  frozen: [],
}

/**
 * A drawing as text DXF of the 2007 format (AC1021): the oldest whose text is UTF-8, so that names and notes of any language pass.
 * @returns pieces of text, to be written one after another
 */
export function* writeDxf(drawing: DxfDrawing): Generator<string> {
  const { unit, blocks = [], dimensions = NO_DIMENSIONS, layouts = [], attachments = [] } = drawing
  const handles = new Handles()
  const layerNames = distinctNames(drawing.layers.map(({ name }) => name))
  const blockNames = distinctNames(blocks.map(({ name }) => name))
  const layers = [
    { name: '0', handle: handles.next(), layer: { name: '0', colorIndex: 7 } },
    ...[...firstByName(drawing.layers).values()].map((layer) => ({
      name: layerNames.get(layer.name)!,
      handle: handles.next(),
      layer,
    })),
  ]
  const layerHandles = new Map(layers.map(({ layer, handle }) => [layer.name, handle]))
  const blockHandles = new Map(blocks.map(({ name }) => [name, handles.next()]))
  const files = attached(attachments, handles)
  // How each dimension looks stands in a block of its own.
  const looks: { readonly name: string; readonly handle: string; readonly block: DxfBlock }[] = []
  const heights = new Map<number, string>([[2.5, 'Standard']])
  const ground = (owner: string, onPaper = false): EntityGround => ({
    handles,
    owner,
    onPaper,
    layerName: (layer) => layerNames.get(layer) ?? '0',
    blockName: (block) => blockNames.get(block) ?? block,
    dimensionBlock: ({ drawn }: DxfDimension) => {
      const name = `*D${looks.length + 1}`
      looks.push({ name, handle: handles.next(), block: { name, entities: drawn } })
      return name
    },
    attachment: (entity, handle) => {
      const found = files.find(
        ({ attachment }) =>
          attachment.file === entity.file &&
          (attachment.kind === 'image' || (entity.type === 'pdf-page' && attachment.page === entity.page)),
      )!
      const reactor = found.attachment.kind === 'image' ? handles.next() : ''
      if (reactor) found.ties.push({ reactor, image: handle })
      return { definition: found.definition, reactor, attachment: found.attachment }
    },
    dimensionStyle: (height) => {
      const name = heights.get(height) ?? `Height ${height}`.replaceAll('.', '-')
      heights.set(height, name)
      return name
    },
  })
  const body: string[] = []
  let box: Box = EMPTY_BOX
  const boxes = new Map([...firstByName(blocks)].map(([name, { entities }]) => [name, boxOfAll(entities)]))
  for (const entity of drawing.entities) {
    body.push(writeEntity(entity, ground(HANDLE.modelBlock)))
    box = unite(box, extentOf(entity, boxes))
  }
  const papers: PlacedLayout[] = (layouts.length > 0 ? layouts : [EMPTY_PAPER]).map((layout, i) => ({
    layout,
    handle: handles.next(),
    block: i === 0 ? HANDLE.paperBlock : handles.next(),
  }))
  const onPaper = papers.map((paper) => {
    const frozen = paper.layout.frozen.flatMap((name) => layerHandles.get(name) ?? [])
    return layouts.length > 0 ? paperContent(paper, unit, ground(paper.block, true), frozen) : []
  })
  const paperName = (i: number) => (i === 0 ? PAPER : `${PAPER}${i - 1}`)
  const definitions = [
    between(MODEL, ground(HANDLE.modelBlock), []),
    // What lies on the first sheet stands among the entities of the drawing, as the format has it.
    ...papers.map(({ block }, i) => between(paperName(i), ground(block, true), i === 0 ? [] : onPaper[i]!)),
    ...blocks.map((block) => writeBlock(blockNames.get(block.name)!, block, ground(blockHandles.get(block.name)!))),
    ...looks.map(({ name, handle, block }) => writeBlock(name, block, ground(handle))),
  ]
  const tables = writeTables(
    {
      unit,
      layers,
      blocks: [
        { name: MODEL, handle: HANDLE.modelBlock, layout: HANDLE.modelLayout },
        ...papers.map(({ block, handle }, i) => ({ name: paperName(i), handle: block, layout: handle })),
        ...blocks.map(({ name }) => ({
          name: blockNames.get(name)!,
          handle: blockHandles.get(name)!,
          layout: '0',
        })),
        ...looks.map(({ name, handle }) => ({ name, handle, layout: '0' })),
      ],
      dimensionStyles: [...heights].map(([height, name]) => ({ name, height })),
      dimensions,
    },
    handles,
  )
  const beside = attachmentObjects(files, HANDLE.rootDictionary, handles)
  yield header(drawing, box, handles.seed, attachmentClasses(files))
  yield tables
  yield groups([0, 'SECTION'], [2, 'BLOCKS'])
  yield* definitions
  yield groups([0, 'ENDSEC'], [0, 'SECTION'], [2, 'ENTITIES'])
  yield* body
  yield* onPaper[0]!
  yield groups([0, 'ENDSEC'])
  yield writeObjects(papers, beside)
  yield groups([0, 'EOF'])
}

const boxOfAll = (entities: readonly DxfEntity[]): Box => entities.map(boxOfEntity).reduce(unite, EMPTY_BOX)

/** What an entity covers; of a placed block roughly, by the size of what is in it. @param blocks boxes by their names */
function extentOf(entity: DxfEntity, blocks: ReadonlyMap<string, Box>): Box {
  if (entity.type !== 'insert') return boxOfEntity(entity)
  const inside = blocks.get(entity.block) ?? EMPTY_BOX
  if (isEmpty(inside)) return boxOfEntity(entity)
  const { x, y } = entity.at
  const scale = Math.max(Math.abs(entity.scaleX), Math.abs(entity.scaleY))
  const reach = scale * Math.max(...Object.values(inside).map(Math.abs))
  return { minX: x - reach, minY: y - reach, maxX: x + reach, maxY: y + reach }
}

function header({ unit, comment }: DxfDrawing, extent: Box, seed: string, classes: string): string {
  return `${groups(
    ...(comment ? [[999, comment] as Group] : []),
    [0, 'SECTION'],
    [2, 'HEADER'],
    [9, '$ACADVER'],
    [1, 'AC1021'],
    [9, '$DWGCODEPAGE'],
    [3, 'ANSI_1252'],
    [9, '$HANDSEED'],
    [5, seed],
    ...unitGroups(unit),
    // Lengths are read as decimals, or as feet and inches.
    [9, '$LUNITS'],
    [70, unit === 'in' ? 4 : 2],
    ...extentGroups(extent),
    [0, 'ENDSEC'],
    [0, 'SECTION'],
    [2, 'CLASSES'],
  )}${classes}${groups([0, 'ENDSEC'])}`
}
