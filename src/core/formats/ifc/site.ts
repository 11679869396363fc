import type { Point } from '../../geometry/vector'
import { DERIVED, type Ref, type StepValue, Whole, Word } from '../step/part21'
import type { SiteFacts } from './north'
import type { IfcWriter } from './writer'

/** The name of a map's system where nobody said one. */
const UNNAMED_SYSTEM = 'Project grid'

/**
 * Where the zero of the file lies on the map (IfcMapConversion): metres there, millimetres here. Written where the site
 * is known, or the file has a zero of its own near the building.
 */
export function writeMapConversion(file: IfcWriter, site: SiteFacts, zero: Point): void {
  const { eastMm = 0, northMm = 0, upMm = 0, northRad = 0, system } = site
  const isPlaced = [eastMm, northMm, upMm, zero.x, zero.y].some((mm) => mm !== 0) || system !== undefined
  if (!isPlaced) return
  const { data } = file
  // Along the plan's x the map is turned back by as much as north is turned on the plan.
  const [cos, sin] = [Math.cos(northRad), -Math.sin(northRad)]
  const metre = data.add('IFCSIUNIT', DERIVED, new Word('LENGTHUNIT'), undefined, new Word('METRE'))
  const map = data.add('IFCPROJECTEDCRS', system ?? UNNAMED_SYSTEM, ...unsaid(5), metre)
  data.add(
    'IFCMAPCONVERSION',
    file.context,
    map,
    (eastMm + zero.x * cos - zero.y * sin) / 1000,
    (northMm + zero.x * sin + zero.y * cos) / 1000,
    upMm / 1000,
    cos,
    sin,
    0.001,
  )
}

const unsaid = (count: number): undefined[] => Array.from({ length: count }, () => undefined)

/** An angle in degrees, minutes, seconds and millionths of these, all with its sign (IfcCompoundPlaneAngleMeasure). */
export function compoundAngle(deg: number | undefined): StepValue {
  if (deg === undefined) return undefined
  const sign = deg < 0 ? -1 : 1
  let rest = Math.round(Math.abs(deg) * 3600e6)
  const take = (unit: number) => {
    const whole = Math.floor(rest / unit)
    rest -= whole * unit
    return new Whole(sign * whole + 0)
  }
  return [take(3600e6), take(60e6), take(1e6), take(1)]
}

/** Who made the file: person, office and program; nothing where nobody is named. */
export function writeOwner(
  file: IfcWriter,
  author: string | undefined,
  organisation: string | undefined,
  madeAt: string,
): Ref | undefined {
  if (!author && !organisation) return undefined
  const { data } = file
  const person = data.add('IFCPERSON', undefined, author ?? organisation, ...unsaid(6))
  const office = data.add('IFCORGANIZATION', undefined, organisation ?? author, ...unsaid(3))
  const maker = data.add('IFCORGANIZATION', undefined, 'Calque', ...unsaid(3))
  const both = data.add('IFCPERSONANDORGANIZATION', person, office, undefined)
  const program = data.add('IFCAPPLICATION', maker, '1', 'Calque', 'Calque')
  const at = new Whole(Math.floor(Date.parse(`${madeAt}Z`) / 1000))
  return data.add('IFCOWNERHISTORY', both, program, undefined, new Word('ADDED'), undefined, undefined, undefined, at)
}
