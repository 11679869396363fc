/** A chapter of the manual. */
export interface Chapter {
  /** Its place on the page. */
  readonly id: string
  readonly title: string
  /** Words by which it is found, beside those of its title. */
  readonly also: readonly string[]
  readonly paragraphs: readonly string[]
  /** The picture of docs/screenshots that shows it. */
  readonly picture?: string
}

/** The manual: how each step of a job is done, in the words of the interface. */
export const CHAPTERS: readonly Chapter[] = [
  {
    id: 'bring-in',
    title: 'Bring in sheets',
    also: ['import', 'upload', 'attach', 'pdf', 'scan', 'photo', 'dxf', 'svg', 'revision', 'password'],
    paragraphs: [
      'Drop files anywhere in the window, or choose them. Every page shows as a picture with its paper size and what it holds. Select one page or many; Shift selects all up to one. “Find text on pages” finds pages by what stands on them.',
      'Before they come onto the board, pages can be looked at closely and cropped, turned by quarters, and laid beside one another, at zero or where you click. A ratio that you know can be typed; it counts as typed, not as fitted.',
      'A newer issue of a file is brought in beside the older one: its pages are matched, and take the place of the older ones with their size, crop and look.',
    ],
    picture: 'page-choice',
  },
  {
    id: 'fit',
    title: 'Fit: give a sheet its true size and place',
    also: ['scale', 'calibrate', 'align', 'known length', 'residual', 'base point', 'straighten', 'lock'],
    paragraphs: [
      'Where the printed dimensions of a sheet agree, its scale is offered on the board: one click takes it. The card shows which dimensions agree and which do not, and lets you leave some out.',
      'Otherwise press K, click both ends of a length that you know, the longer the better, and type how long it is. Each further length checks the first, or fits together with it. What is stated and what is drawn are compared in the unit of the job and in thousandths.',
      'Lay onto moves a sheet by one pair of points, and turns and scales it by two. Straighten turns a line of it level. A base point stays where it is when sheets are scaled or turned. A locked sheet keeps its size, place and crop until it is unlocked.',
      'Where something was traced from a sheet already, you are asked whether the tracing follows.',
    ],
    picture: 'proposing',
  },
  {
    id: 'trace',
    title: 'Trace walls, openings and rooms',
    also: ['wall', 'door', 'window', 'room', 'slab', 'roof', 'stair', 'level', 'type', 'thickness'],
    paragraphs: [
      'Press W and click from corner to corner. The cursor catches ends, middles, crossings and feet on the lines of the sheet, and says what it has caught; N goes on to the next thing that can be caught, Ctrl catches nothing. While a wall is drawn its length can be typed at any time.',
      'F puts the wall on the other side of the line that you trace. Types have layers; the thickness can be taken from the sheet by two clicks.',
      '“Walls the sheet shows” reads all walls of a sheet with their openings, its grid lines, columns and stairs, and shows how sure each is: take them one by one, in a run, or all.',
      'Press L and click where the wall has its door or window; the width comes from the jambs of the sheet, or from a type. A click with Room between walls gives it a name and works out its area.',
    ],
    picture: 'tracing',
  },
  {
    id: 'frames',
    title: 'Frames: members on work planes',
    also: ['beam', 'column', 'rafter', 'steel', 'timber', 'section', 'plate', 'bolts', 'cut list'],
    paragraphs: [
      'A work plane stands up along a line of the plan, or along a grid line. Look at it from the index, lay a section of the building on it, and trace its members with sections of the catalogue or your own.',
      'Members are fitted to one another where they meet; plates and bolts follow them. A frame is copied along the building, linked to the first or on its own. Tables give the cut list, what to buy, and the weights.',
    ],
    picture: 'frame',
  },
  {
    id: 'parts',
    title: 'Parts from dimensioned sheets',
    also: ['solid', 'step', 'hole', 'thickness', 'relation', 'constraint', 'price', 'stl'],
    paragraphs: [
      'A part has views from above, from the front and from the side. Take the outline from the sheet, give it a thickness, then holes, recesses, bevels and patterns as steps that follow one another.',
      'Dimensions that you type drive the outline; relations between lines are found and solved, and what contradicts is named. The card says what is hard to make and what it costs.',
    ],
    picture: 'part',
  },
  {
    id: 'check',
    title: 'Check what was traced',
    also: ['measure', 'tolerance', 'deviation', 'near miss', 'area', 'angle'],
    paragraphs: [
      'Measure lengths, angles, areas and radii anywhere, also while another step is open: press M.',
      'The card compares every traced edge with the lines of the sheet, and every stated length with what was drawn, against the tolerance of the job. Walls that almost meet are listed, and mended by a click.',
    ],
    picture: 'checking',
  },
  {
    id: 'hand-over',
    title: 'Hand over files',
    also: ['export', 'ifc', 'dxf', 'pdf', 'svg', 'gltf', 'xlsx', 'csv', 'step', 'archive', 'save'],
    paragraphs: [
      'Each kind of file says what goes out and for whom. Plans go to paper at a scale; models as IFC; lines as DXF; tables as XLSX and CSV. The whole project goes out as one archive, which can be imported again.',
    ],
    picture: 'handing-over',
  },
  {
    id: 'library',
    title: 'Keep types and symbols for every project',
    also: ['library', 'catalogue', 'standard', 'template', 'version', 'price book', 'section', 'wall type', 'reuse'],
    paragraphs: [
      'Symbols, wall types, types of doors and windows, own sections and price books can be kept in the library, for every project: “Keep in the library” stands where they are listed. Library in Find shows all of them.',
      'What is kept again becomes the next version. A project that uses an earlier one is told, and follows with Update, its walls and doors too; one undo takes that back. Older versions can be taken at any time.',
    ],
  },
  {
    id: 'window',
    title: 'The window',
    also: ['index', 'drawer', 'card', 'find', 'dark', 'keys', 'touch', 'pen', 'zoom', 'pan', 'select', 'undo'],
    paragraphs: [
      'The index at the left lists levels, work planes and parts with their sheets; a click works there, the row says what can be done while you point at it. [ folds it, ] folds the card.',
      'Tools lie in drawers below the board. The one used last stays on the front. Ctrl K finds everything by any word; ? shows all keys.',
      'Click to select, Shift adds. Drag the ground to move the view, with Shift or the right button to draw a frame; the option beside Select turns that round. The right button says what can be done. Home shows everything.',
      'By touch, two fingers move and zoom. A finger that stays opens the loupe above it and places the point where it is lifted.',
      'Every change is saved at once and can be undone; the history at the top brings back any earlier state.',
    ],
    picture: 'dark-room',
  },
]
