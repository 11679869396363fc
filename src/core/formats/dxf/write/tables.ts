import { DASHES_MM } from '../../../model/pen'
import { MM_PER } from '../../../units/length'
import type { DxfDimensionStyle, DxfLayer, DxfUnit } from '../drawing'
import { penGroups } from './entities'
import { type Group, groups, LINE_NAMES, LINE_TYPE_SCALE, real } from './groups'
import { HANDLE, type Handles } from './handles'

/** What the tables of a file name. */
export interface TableRows {
  readonly unit: DxfUnit
  /** Layers by the names that they have in the file, with their handles. */
  readonly layers: readonly { readonly name: string; readonly handle: string; readonly layer: DxfLayer }[]
  readonly blocks: readonly { readonly name: string; readonly handle: string; readonly layout: string }[]
  /** Styles of dimensions by the height of their figures. */
  readonly dimensionStyles: readonly { readonly name: string; readonly height: number }[]
  readonly dimensions: DxfDimensionStyle
}

/** The application that the format itself prescribes: strict readers refuse a file without it (DXF reference, APPID). */
const PRESCRIBED_APPLICATION = 'ACAD'

/** A font with Latin, Greek and Cyrillic letters that comes with most systems; readers without it take one alike. */
const TEXT_FONT = 'arial.ttf'

const table = (name: string, handle: string, rows: readonly string[], ...more: Group[]): string =>
  groups([0, 'TABLE'], [2, name], [5, handle], [330, '0'], [100, 'AcDbSymbolTable'], [70, rows.length], ...more) +
  rows.join('') +
  groups([0, 'ENDTAB'])

/** The TABLES section. */
export function writeTables(rows: TableRows, handles: Handles): string {
  const row = (type: string, owner: string, kind: string, name: string, handle: string, ...rest: Group[]): string =>
    groups(
      [0, type],
      [type === 'DIMSTYLE' ? 105 : 5, handle],
      [330, owner],
      [100, 'AcDbSymbolTableRecord'],
      [100, kind],
      [2, name],
      ...rest,
    )
  const perMm = 1 / MM_PER[rows.unit]
  const lineType = (name: string, dashes: readonly number[] = []) => {
    const drawn = dashes.map((each) => each * LINE_TYPE_SCALE * perMm)
    return row(
      'LTYPE',
      HANDLE.lineTypeTable,
      'AcDbLinetypeTableRecord',
      name,
      handles.next(),
      [70, 0],
      [3, ''],
      [72, 65],
      [73, drawn.length],
      [40, real(drawn.reduce((sum, each) => sum + each, 0))],
      ...drawn.flatMap((each, i): Group[] => [
        [49, real(i % 2 ? -each : each)],
        [74, 0],
      ]),
    )
  }
  const block = (handle: string, name: string, layout: string) =>
    row('BLOCK_RECORD', HANDLE.blockTable, 'AcDbBlockTableRecord', name, handle, [340, layout])
  return [
    groups([0, 'SECTION'], [2, 'TABLES']),
    table('VPORT', HANDLE.viewportTable, []),
    table('LTYPE', HANDLE.lineTypeTable, [
      ...['ByBlock', 'ByLayer', 'Continuous'].map((name) => lineType(name)),
      ...(['dashed', 'dotted', 'chain'] as const).map((line) => lineType(LINE_NAMES[line], DASHES_MM[line])),
    ]),
    table(
      'LAYER',
      HANDLE.layerTable,
      rows.layers.map(({ name, handle, layer: { colorIndex, color, line = 'full', weightMm, off, unprinted } }) =>
        row(
          'LAYER',
          HANDLE.layerTable,
          'AcDbLayerTableRecord',
          name,
          handle,
          [70, 0],
          [62, off ? -colorIndex : colorIndex],
          ...penGroups({ line, ...(color && { color }) }),
          ...(unprinted ? [[290, 0] as Group] : []),
          ...penGroups(weightMm === undefined ? {} : { weightMm }),
        ),
      ),
    ),
    table('STYLE', HANDLE.styleTable, [
      row(
        'STYLE',
        HANDLE.styleTable,
        'AcDbTextStyleTableRecord',
        'Standard',
        HANDLE.textStyle,
        [70, 0],
        [40, '0.0'],
        [41, '1.0'],
        [50, '0.0'],
        [71, 0],
        [42, '2.5'],
        [3, TEXT_FONT],
        [4, ''],
      ),
    ]),
    table('VIEW', HANDLE.viewTable, []),
    table('UCS', HANDLE.frameTable, []),
    table('APPID', HANDLE.applicationTable, [
      row('APPID', HANDLE.applicationTable, 'AcDbRegAppTableRecord', PRESCRIBED_APPLICATION, handles.next(), [70, 0]),
    ]),
    table(
      'DIMSTYLE',
      HANDLE.dimensionStyleTable,
      rows.dimensionStyles.map(({ name, height }) =>
        row(
          'DIMSTYLE',
          HANDLE.dimensionStyleTable,
          'AcDbDimStyleTableRecord',
          name,
          handles.next(),
          ...dimensionStyle(height, rows),
        ),
      ),
      [100, 'AcDbDimStyleTable'],
    ),
    table(
      'BLOCK_RECORD',
      HANDLE.blockTable,
      rows.blocks.map(({ handle, name, layout }) => block(handle, name, layout)),
    ),
    groups([0, 'ENDSEC']),
  ].join('')
}

/** Values of DIMLUNIT. */
const DECIMAL = 2
const ARCHITECTURAL = 4
const FRACTIONAL = 5

/** How dimensions look and are written: slanting strokes at their ends, figures over the line, in the unit of the job. */
function dimensionStyle(height: number, { unit, dimensions }: TableRows): Group[] {
  const { unit: job, precision } = dimensions
  // Feet and inches are written from inches.
  const written = job === 'ft' ? 'in' : job
  return [
    [70, 0],
    [3, ''],
    [40, '1.0'],
    [41, real(height)],
    [42, real(0.6 * height)],
    [44, real(0.6 * height)],
    [140, real(height)],
    [142, real(0.45 * height)],
    [144, real(MM_PER[unit] / MM_PER[written])],
    [147, real(0.4 * height)],
    [73, 0],
    [74, 0],
    [77, 1],
    [271, precision],
    [277, job === 'ft' ? ARCHITECTURAL : job === 'in' ? FRACTIONAL : DECIMAL],
    [340, HANDLE.textStyle],
  ]
}
