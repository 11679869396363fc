import type { Body } from '../../../building/bodies/registry'
import type { BodyWriter } from './body-writer'
import { writeColumn } from './column'
import { writeRoof } from './roof'
import { writeSlab } from './slab'
import { writeStair } from './stair'

const BODY_WRITERS: { [K in Body['kind']]: BodyWriter<Extract<Body, { kind: K }>> } = {
  column: writeColumn,
  slab: writeSlab,
  roof: writeRoof,
  stair: writeStair,
}

export const writeBody: BodyWriter<Body> = (file, built, storey, zeroMm) =>
  (BODY_WRITERS[built.body.kind] as BodyWriter<Body>)(file, built, storey, zeroMm)
