import type { Entity, Pen } from '../entity'
import { hatch } from './hatch'
import { image } from './image'
import { lightPolyline, polyline } from './polyline'
import { arc, circle, ellipse, spline } from './round'
import { face, leader, line, solid } from './straight'
import { multiText, text } from './text'

export type EntityReader = (entity: Entity, pen: Pen) => void

/** What is read of a DXF, by the names that DXF gives its entities; a new one is a function and a line here. Inserts and pages of other files are read.ts's own. */
export const ENTITY_READERS: Readonly<Record<string, EntityReader>> = {
  LINE: line,
  LWPOLYLINE: lightPolyline,
  POLYLINE: polyline,
  ARC: arc,
  CIRCLE: circle,
  ELLIPSE: ellipse,
  SPLINE: spline,
  TEXT: text,
  ATTRIB: text,
  MTEXT: multiText,
  SOLID: solid,
  TRACE: solid,
  '3DFACE': face,
  LEADER: leader,
  HATCH: hatch,
  IMAGE: image,
}
