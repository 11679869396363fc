import { TABLES } from '../tables/registry'

/** A kind of file that the result can be handed over as. */
export interface HandOverFormat {
  /** Its name in addresses and commands. */
  readonly name: string
  readonly word: string
  readonly extension: string
  readonly mime: string
  /** What goes out, its unit and its zero, in a sentence. */
  readonly about: string
  /** Under which heading it is offered. */
  readonly group: FormatGroup
  /** Whether one level of it can go out alone. */
  readonly ofLevel?: boolean
  /** Whether it is one level on paper, at a scale. */
  readonly onPaper?: boolean
  /** Whether it is one work plane. */
  readonly ofPlane?: boolean
  /** Whether it is one part. */
  readonly ofPart?: boolean
  /** Whether all of them go out together, and none is chosen. */
  readonly ofAll?: boolean
  /** Whether sheets can go out beneath it. */
  readonly overSheets?: boolean
  /** Whether the sheets that show are what it is about. */
  readonly againstSheets?: boolean
  /** Whether the files of the sheets go out beside it. */
  readonly besideSheets?: boolean
  /** Whether it tells what changed between two issues of a sheet. */
  readonly ofIssues?: boolean
  /** Whether it tells what differs from an earlier state of the project. */
  readonly sinceState?: boolean
  /** Whether the files of the project go with it: only a running Calque has them. */
  readonly withSources?: boolean
}

/** What of a project's sheets goes out with a format: their lines with all files, those of pictures alone or none, or nothing. */
export const sheetsAlong = (
  { besideSheets, overSheets, againstSheets }: HandOverFormat,
  wanted: boolean | undefined,
): 'all files' | 'pictures' | 'lines' | null => {
  if (besideSheets) return 'all files'
  if (againstSheets) return 'lines'
  return wanted && overSheets ? 'pictures' : null
}

/** Whether a format goes out of a whole project as it stands: nothing is to be chosen in it. */
export const isIssuable = ({ ofPlane, ofPart, ofIssues, sinceState, withSources }: HandOverFormat): boolean =>
  !ofPlane && !ofPart && !ofIssues && !sinceState && !withSources

/** Headings under which formats are offered, in their order. */
export const FORMAT_GROUPS = {
  model: 'Model',
  plan: 'Plans and drawings',
  frame: 'Frames',
  part: 'Parts',
  table: 'Tables',
  project: 'Project and findings',
} as const
export type FormatGroup = keyof typeof FORMAT_GROUPS

const SPREADSHEET = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'

/** Every format of handing over, in the order of the card; what writes each stands in the server's registry. */
export const HAND_OVER_FORMATS = [
  {
    name: 'ifc',
    group: 'model',
    word: 'IFC 4 model',
    extension: 'ifc',
    mime: 'application/x-step',
    about:
      'Storeys, walls with their openings, doors, windows, slabs, columns, rooms, members, plates and bolts with quantities, as extrusions; millimetres from the project’s zero.',
  },
  {
    name: 'dxf',
    group: 'plan',
    overSheets: true,
    ofLevel: true,
    word: 'DXF plan',
    extension: 'dxf',
    mime: 'image/vnd.dxf',
    about:
      'Walls cut at their openings, doors and windows as blocks that say what they are, rooms and lines on layers by class, true to size, each level laid out to scale; from the project’s zero.',
  },
  {
    name: 'dxf-bundle',
    group: 'plan',
    ofLevel: true,
    besideSheets: true,
    word: 'DXF plan with its sheets',
    extension: 'zip',
    mime: 'application/zip',
    about: 'The plan as DXF over its sheets: pages of PDFs and images beside the file, shown in place.',
  },
  {
    name: 'dxf-r12',
    group: 'plan',
    overSheets: true,
    ofLevel: true,
    word: 'DXF plan, release 12',
    extension: 'dxf',
    mime: 'image/vnd.dxf',
    about: 'The same for older programs; ellipses and curves as chords within 0.05 mm, layer names in capitals.',
  },
  {
    name: 'pdf',
    group: 'plan',
    overSheets: true,
    word: 'PDF plan to scale',
    extension: 'pdf',
    mime: 'application/pdf',
    about:
      'One level or work plane, or all levels as a set, as vectors to scale on paper, with title block, north and scale bar; PDF/A-2.',
    onPaper: true,
  },
  {
    name: 'svg',
    group: 'plan',
    overSheets: true,
    word: 'SVG plan to scale',
    extension: 'svg',
    mime: 'image/svg+xml',
    about: 'The same as SVG, its unit the millimetre of the paper, in groups by class.',
    onPaper: true,
  },
  {
    name: 'dxf-plane',
    group: 'frame',
    word: 'DXF of a work plane',
    extension: 'dxf',
    mime: 'image/vnd.dxf',
    about:
      'One upright plane straight on, with what stands on it and near it; millimetres, upwards from the project’s zero.',
    ofPlane: true,
  },
  {
    name: 'dxf-axes',
    group: 'frame',
    word: 'DXF axes of members',
    extension: 'dxf',
    mime: 'image/vnd.dxf',
    about:
      'The traced line of every member in space, on a layer for each section; millimetres from the project’s zero.',
  },
  {
    name: 'dxf-plates',
    group: 'frame',
    word: 'DXF of the plates',
    extension: 'zip',
    mime: 'application/zip',
    about: 'A file for each kind of plate at 1:1, outline and holes, named by its mark; millimetres.',
  },
  {
    name: 'glb',
    group: 'model',
    word: 'glTF solid view',
    extension: 'glb',
    mime: 'model/gltf-binary',
    about: 'The solids, one node an element; metres, y upwards, from the same zero as the IFC.',
  },
  {
    name: 'step',
    group: 'part',
    word: 'STEP of a part',
    extension: 'step',
    mime: 'model/step',
    about: 'One part as an exact solid, for makers and other designers; millimetres, from the zero of its views.',
    ofPart: true,
  },
  {
    name: 'step-parts',
    group: 'part',
    word: 'STEP of all parts',
    extension: 'step',
    mime: 'model/step',
    about: 'All parts as one assembly, laid beside one another, each with its name, colour and material; millimetres.',
    ofPart: true,
    ofAll: true,
  },
  {
    name: 'step-frame',
    group: 'frame',
    word: 'STEP of the frame',
    extension: 'step',
    mime: 'model/step',
    about:
      'Members and plates as one assembly of flat-faced solids where they stand, by their marks, with material; millimetres.',
  },
  {
    name: 'stl',
    group: 'part',
    word: 'STL of a part',
    extension: 'stl',
    mime: 'model/stl',
    about: 'One part as triangles within 0.01 mm, for printing; millimetres.',
    ofPart: true,
  },
  {
    name: '3mf',
    group: 'part',
    word: '3MF of a part',
    extension: '3mf',
    mime: 'model/3mf',
    about: 'The same triangles with their unit and the name of the part, each corner once.',
    ofPart: true,
  },
  {
    name: 'glb-part',
    group: 'part',
    word: 'glTF of a part',
    extension: 'glb',
    mime: 'model/gltf-binary',
    about: 'One part as triangles within 0.01 mm, to be looked at; metres, y upwards.',
    ofPart: true,
  },
  {
    name: 'xlsx-part',
    group: 'part',
    word: 'XLSX of a part',
    extension: 'xlsx',
    mime: SPREADSHEET,
    about: 'What one part measures, its holes with their places, and what it costs, line by line.',
    ofPart: true,
  },
  {
    name: 'dxf-part',
    group: 'part',
    word: 'DXF of a part',
    extension: 'dxf',
    mime: 'image/vnd.dxf',
    about:
      'One part from above at 1:1, to be cut and drilled by: outline, areas, holes and their heads on layers of their own; millimetres.',
    ofPart: true,
  },
  {
    name: 'dxf-face',
    group: 'part',
    word: 'DXF of a face',
    extension: 'dxf',
    mime: 'image/vnd.dxf',
    about:
      'One flat face of a part at 1:1, as one sees it from outside; the upper one here, any other from the solid view; millimetres.',
    ofPart: true,
  },
  {
    name: 'pdf-part',
    group: 'part',
    word: 'PDF drawing of a part',
    extension: 'pdf',
    mime: 'application/pdf',
    about:
      'One part from above, the front and the side with hidden lines, its sizes, its holes in a table, to scale on paper.',
    ofPart: true,
  },
  {
    name: 'svg-part',
    group: 'part',
    word: 'SVG drawing of a part',
    extension: 'svg',
    mime: 'image/svg+xml',
    about: 'The same as SVG, its unit the millimetre of the paper, in groups by class.',
    ofPart: true,
  },
  {
    name: 'gbxml',
    group: 'model',
    word: 'gbXML rooms',
    extension: 'xml',
    mime: 'application/xml',
    about: 'Rooms closed by their walls, floors and roofs, with openings and constructions, for heat loads; metres.',
  },
  {
    name: 'xlsx',
    group: 'table',
    word: 'XLSX tables',
    extension: 'xlsx',
    mime: SPREADSHEET,
    about: 'All tables, one a page, with their sums as formulas; in the unit of the job.',
  },
  {
    name: 'cobie',
    group: 'table',
    word: 'COBie workbook',
    extension: 'xlsx',
    mime: SPREADSHEET,
    about: 'Floors, spaces, zones, doors and windows with their types, for who looks after the building.',
  },
  ...TABLES.map(({ name, word }) => ({
    name: `csv-${name}`,
    group: 'table' as const,
    word: `CSV: ${word.toLowerCase()}`,
    extension: 'csv',
    mime: 'text/csv; charset=utf-8',
    about: 'One table with its sums; in the unit of the job.',
  })),
  {
    name: 'pdf-check',
    group: 'project',
    word: 'PDF of the check',
    extension: 'pdf',
    mime: 'application/pdf',
    about:
      'How true the model is to its sheets, and they to it: distances by class, stated lengths, and what is amiss or was not traced, with pictures.',
    againstSheets: true,
  },
  {
    name: 'check',
    group: 'project',
    word: 'Check as JSON',
    extension: 'json',
    mime: 'application/json',
    about: 'The same as JSON: every traced edge with its distance, doubts, what was not traced, stated lengths.',
    againstSheets: true,
  },
  {
    name: 'pdf-changes',
    group: 'project',
    word: 'PDF of changes',
    extension: 'pdf',
    mime: 'application/pdf',
    about:
      'What changed between two issues of a sheet: the newer page with a numbered cloud around each change, then each in words with its picture.',
    ofIssues: true,
  },
  {
    name: 'sheet-changes',
    group: 'project',
    word: 'Changes of a sheet as JSON',
    extension: 'json',
    mime: 'application/json',
    about: 'The same as JSON, as the command line tells it.',
    ofIssues: true,
  },
  {
    name: 'xlsx-differences',
    group: 'table',
    word: 'XLSX of differences',
    extension: 'xlsx',
    mime: SPREADSHEET,
    about:
      'What differs from an earlier state: elements that came, went or changed, and every table with its figures before, after, and their difference.',
    sinceState: true,
  },
  {
    name: 'differences',
    group: 'project',
    word: 'Differences as JSON',
    extension: 'json',
    mime: 'application/json',
    about: 'The same as JSON: each element with what is otherwise, and the tables.',
    sinceState: true,
  },
  {
    name: 'bcf',
    group: 'project',
    word: 'BCF of findings',
    extension: 'bcf',
    mime: 'application/octet-stream',
    about: 'What a recipient would stumble on, each as a topic that points into the IFC (BCF 3.0).',
  },
  {
    name: 'findings',
    group: 'project',
    word: 'Findings as JSON',
    extension: 'json',
    mime: 'application/json',
    about: 'The same as JSON: kind, sentence, identifiers and place.',
  },
  {
    name: 'json',
    group: 'project',
    word: 'Project records',
    extension: 'calque.json',
    mime: 'application/json',
    about: 'Everything that was traced, as documented JSON; goes into the command line again.',
  },
  {
    name: 'archive',
    group: 'project',
    word: 'Whole project',
    extension: 'calque.zip',
    mime: 'application/zip',
    about:
      'The records with the files that they were traced from, and what opens those; taken in on the first page, it gives the same project.',
    withSources: true,
  },
] as const satisfies readonly HandOverFormat[]
