import type { Body } from '../../../building/bodies/registry'
import type { BuiltBody } from '../../../building/building'
import type { Ref } from '../step'
import type { IfcWriter } from '../writer'
import { writeColumn } from './column'
import { writeRoof } from './roof'
import { writeSlab } from './slab'
import { writeStair } from './stair'

/** Writes one element onto its storey. @param zeroMm the height of that */
export type BodyWriter<E extends Body> = (file: IfcWriter, built: BuiltBody<E>, storey: Ref, zeroMm: number) => Ref

const BODY_WRITERS: { [K in Body['kind']]: BodyWriter<Extract<Body, { kind: K }>> } = {
  column: writeColumn,
  slab: writeSlab,
  roof: writeRoof,
  stair: writeStair,
}

export const writeBody: BodyWriter<Body> = (file, built, storey, zeroMm) =>
  (BODY_WRITERS[built.body.kind] as BodyWriter<Body>)(file, built, storey, zeroMm)
