import { forDark } from '@/core/colour/for-dark'

/** Colours of the board and the interface around it: vellum and ink, and one drafting red for what is measured or fitted. */
const DAY = {
  vellum: '#f4efe3',
  vellumDeep: '#ece4d3',
  paper: '#fffdf8',
  dots: '#d5cab2',
  ink: '#26302f',
  inkSoft: '#5a615c',
  line: '#cfc4ac',
  red: '#a8281c',
  /** Pictures of tools: what is there. */
  film: '#cbdcda',
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
  /** What an older issue drew and a newer one does not. */
  gone: '#b0620e',
} as const

export type Colours = Readonly<Record<keyof typeof DAY, string>>

/** The dark room: print shows light on dark ground, red stays what is measured. */
const NIGHT: Colours = {
  vellum: '#171d1d',
  vellumDeep: '#1d2525',
  paper: '#232c2c',
  dots: '#303b3a',
  ink: '#e9e4d6',
  inkSoft: '#aab2ab',
  line: '#3d4948',
  red: '#ff8a75',
  film: '#2f5357',
  wallFilm: 'rgba(96, 190, 190, 0.30)',
  wallEdge: '#86cfcd',
  wallPicked: 'rgba(96, 190, 190, 0.55)',
  roomFilm: 'rgba(96, 190, 190, 0.08)',
  roomPicked: 'rgba(255, 138, 117, 0.14)',
  frameFilm: 'rgba(233, 228, 214, 0.09)',
  caughtLine: 'rgba(255, 138, 117, 0.7)',
  gone: '#f0a95c',
}

export type Light = 'day' | 'night'

export const LIGHTS: Readonly<Record<Light, Colours>> = { day: DAY, night: NIGHT }

/** The colours of the light that is on: painters of the board read them in every frame. */
export const palette: Record<keyof Colours, string> = { ...DAY }

let lightOn: Light = 'day'

/** Turns the board to a light. What is painted from now on has its colours. */
export function lightBoard(light: Light): void {
  lightOn = light
  Object.assign(palette, LIGHTS[light])
}

/** The colour of a pen in the light that is on. */
export const penColour = (hex: string): string => (lightOn === 'night' ? forDark(hex) : hex)

/** A colour for what the browser paints itself: it follows the light by a style sheet. */
export const toned = (name: keyof Colours): string => `var(--calque-${name})`

/** The colours of a light as properties of a style sheet. */
export const colourProperties = (light: Light): Readonly<Record<string, string>> =>
  Object.fromEntries(Object.entries(LIGHTS[light]).map(([name, colour]) => [`--calque-${name}`, colour]))
