import type { Body } from '../../../building/bodies/registry'
import type { BuiltBody } from '../../../building/building'
import type { Ref } from '../../step/part21'
import type { IfcWriter } from '../writer'

/** Writes one element onto its storey. @param zeroMm the height of that */
export type BodyWriter<E extends Body> = (file: IfcWriter, built: BuiltBody<E>, storey: Ref, zeroMm: number) => Ref
