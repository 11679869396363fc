import type { Point } from '../../../geometry/vector'
import { MM_PER } from '../../../units/length'
import type { DxfLayout, DxfUnit } from '../drawing'
import { type EntityGround, entityHead, writeEntity } from './entities'
import { type Group, groups, place, real } from './groups'
import { HANDLE } from './handles'

/** A layout with the handles that it goes by. */
export interface PlacedLayout {
  readonly layout: DxfLayout
  readonly handle: string
  readonly block: string
}

/** What lies on a sheet of paper: the view of the paper itself, the view of the drawing, and frame and title. */
export function paperContent({ layout }: PlacedLayout, unit: DxfUnit, ground: EntityGround, frozen: readonly string[]) {
  const { widthMm, heightMm, view } = layout
  const { minX, minY, maxX, maxY } = view.on
  const whole = { x: widthMm / 2, y: heightMm / 2 }
  const viewport = (number: number, at: Point, size: readonly [number, number], middle: Point, high: number) =>
    groups(
      ...entityHead('VIEWPORT', ground.handles.next(), ground, layout.viewLayer),
      [100, 'AcDbViewport'],
      ...place(10, at),
      [40, real(size[0])],
      [41, real(size[1])],
      [68, number],
      [69, number],
      [12, real(middle.x)],
      [22, real(middle.y)],
      ...([13, 14, 15] as const).flatMap((code): Group[] => [
        [code, '0.0'],
        [code + 10, '0.0'],
      ]),
      ...place(16, { x: 0, y: 0, z: 1 }),
      ...place(17, { x: 0, y: 0 }),
      [42, '50.0'],
      [43, '0.0'],
      [44, '0.0'],
      [45, real(high)],
      [50, '0.0'],
      [51, '0.0'],
      [72, 1000],
      ...(number === PAPER_VIEW ? [] : frozen).map((handle): Group => [331, handle]),
      [90, number === PAPER_VIEW ? SHOWN : SHOWN | LOCKED],
      [1, ''],
      [281, 0],
      [71, 1],
      [74, 0],
      ...place(110, { x: 0, y: 0 }),
      ...place(111, { x: 1, y: 0 }),
      ...place(112, { x: 0, y: 1 }),
      [79, 0],
      [146, '0.0'],
    )
  const size = [maxX - minX, maxY - minY] as const
  return [
    viewport(PAPER_VIEW, whole, [widthMm * 1.05, heightMm * 1.05], whole, heightMm * 1.05),
    viewport(
      PAPER_VIEW + 1,
      { x: (minX + maxX) / 2, y: (minY + maxY) / 2 },
      size,
      view.middle,
      (size[1] * view.ratio) / MM_PER[unit],
    ),
    ...layout.entities.map((entity) => writeEntity(entity, ground)),
  ]
}

/** The number of the view of the paper itself; those of the drawing follow. */
const PAPER_VIEW = 1
/** Bits of a view: its frame and icon as usual, and that its scale holds. */
const SHOWN = 0x8060
const LOCKED = 0x4000

/** The OBJECTS section: what names the layouts and says how they are printed. */
export function writeObjects(
  layouts: readonly PlacedLayout[],
  beside: { readonly entries: readonly (readonly [name: string, handle: string])[]; readonly text: string },
): string {
  const dictionary = (handle: string, owner: string, entries: readonly (readonly [string, string])[]) =>
    groups(
      [0, 'DICTIONARY'],
      [5, handle],
      [330, owner],
      [100, 'AcDbDictionary'],
      [281, 1],
      ...entries.flatMap(([name, to]): Group[] => [
        [3, name],
        [350, to],
      ]),
    )
  return [
    groups([0, 'SECTION'], [2, 'OBJECTS']),
    dictionary(HANDLE.rootDictionary, '0', [
      ['ACAD_GROUP', HANDLE.groupDictionary],
      ['ACAD_LAYOUT', HANDLE.layoutDictionary],
      ...beside.entries,
    ]),
    dictionary(HANDLE.groupDictionary, HANDLE.rootDictionary, []),
    dictionary(HANDLE.layoutDictionary, HANDLE.rootDictionary, [
      ['Model', HANDLE.modelLayout],
      ...layouts.map(({ layout, handle }) => [layout.name, handle] as const),
    ]),
    layoutObject('Model', HANDLE.modelLayout, HANDLE.modelBlock, 0, 420, 297, true),
    ...layouts.map(({ layout, handle, block }, i) =>
      layoutObject(layout.name, handle, block, i + 1, layout.widthMm, layout.heightMm, false),
    ),
    beside.text,
    groups([0, 'ENDSEC']),
  ].join('')
}

function layoutObject(
  name: string,
  handle: string,
  block: string,
  order: number,
  widthMm: number,
  heightMm: number,
  ofModel: boolean,
): string {
  const zeros = (...codes: number[]): Group[] => codes.map((code): Group => [code, '0.0'])
  return groups(
    [0, 'LAYOUT'],
    [5, handle],
    [330, HANDLE.layoutDictionary],
    [100, 'AcDbPlotSettings'],
    [1, ''],
    [2, ''],
    [4, `${widthMm} x ${heightMm} mm`],
    [6, ''],
    ...zeros(40, 41, 42, 43),
    [44, real(widthMm)],
    [45, real(heightMm)],
    ...zeros(46, 47, 48, 49, 140, 141),
    [142, '1.0'],
    [143, '1.0'],
    [70, ofModel ? 1712 : 688],
    [72, 1],
    [73, 0],
    // The whole layout, at its true size.
    [74, 5],
    [7, ''],
    [75, 16],
    [147, '1.0'],
    ...zeros(148, 149),
    [76, 0],
    [77, 2],
    [78, 300],
    [100, 'AcDbLayout'],
    [1, name],
    [70, 1],
    [71, order],
    [10, '0.0'],
    [20, '0.0'],
    [11, real(widthMm)],
    [21, real(heightMm)],
    ...place(12, { x: 0, y: 0 }),
    ...place(14, { x: 0, y: 0 }),
    ...place(15, { x: widthMm, y: heightMm }),
    ...zeros(146),
    ...place(13, { x: 0, y: 0 }),
    ...place(16, { x: 1, y: 0 }),
    ...place(17, { x: 0, y: 1 }),
    [76, 0],
    [330, block],
  )
}
