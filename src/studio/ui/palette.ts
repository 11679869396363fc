/** Colours of the board and the interface around it: vellum, ink, and one drafting red for what is measured or fitted. */
export const palette = {
  vellum: '#f4efe3',
  vellumDeep: '#e9e1cf',
  paper: '#fffdf8',
  dots: '#d5cab2',
  ink: '#26302f',
  inkSoft: '#5a615c',
  line: '#cfc4ac',
  red: '#a8281c',
  /** Traced walls: a film of deep water. */
  wallFilm: 'rgba(31, 106, 110, 0.30)',
  wallEdge: '#155457',
  wallPicked: 'rgba(31, 106, 110, 0.55)',
  /** Rooms: a breath of the same water. */
  roomFilm: 'rgba(31, 106, 110, 0.06)',
  roomPicked: 'rgba(168, 40, 28, 0.10)',
  /** What is being drawn around things to pick them. */
  frameFilm: 'rgba(38, 48, 47, 0.07)',
  caughtLine: 'rgba(168, 40, 28, 0.65)',
} as const
