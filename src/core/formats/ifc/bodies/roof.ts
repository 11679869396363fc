import { dot, leftOf, scale, subtract } from '../../../geometry/vector'
import { roofSizes, slopeOf } from '../../../model/roof/plane'
import type { Roof } from '../../../model/roof/schema'
import { Typed, Word } from '../../step/part21'
import { M2, M3, tidy } from '../writer'
import type { BodyWriter } from './body-writer'

/** A plane of a roof: its outline lies in the slope, and is extruded upright. */
export const writeRoof: BodyWriter<Roof> = (file, { body, prisms, sizes }, storey, zeroMm) => {
  const { data } = file
  const { footMm } = prisms[0]!
  const { through, uphill } = slopeOf(body)
  const { uprightMm } = roofSizes(body)
  const eaves = scale(leftOf(uphill), -1)
  const [sin, cos] = [Math.sin(body.pitchRad), Math.cos(body.pitchRad)]
  const near = file.near(through)
  const place = data.add('IFCLOCALPLACEMENT', storey, file.place3(near.x, near.y, footMm - zeroMm))
  // Along the eaves, up the slope, and square to both.
  const square = data.share('IFCDIRECTION', [-uphill.x * sin, -uphill.y * sin, cos])
  const along = data.share('IFCDIRECTION', [eaves.x, eaves.y, 0])
  const zero = data.share('IFCCARTESIANPOINT', [0, 0, 0])
  const plane = data.add('IFCAXIS2PLACEMENT3D', zero, square, along)
  const corners = body.ring.map((p) => {
    const from = subtract(p, through)
    return file.point2(dot(from, eaves), dot(from, uphill) / cos)
  })
  const outline = data.add('IFCPOLYLINE', [...corners, corners[0]!])
  const profile = data.add('IFCARBITRARYCLOSEDPROFILEDEF', new Word('AREA'), undefined, outline)
  const upright = data.share('IFCDIRECTION', [0, sin, cos])
  const shape = file.shape([data.add('IFCEXTRUDEDAREASOLID', profile, plane, upright, uprightMm)], 'Roof')
  const name = `Roof ${tidy(body.thicknessMm)}`
  const ref = file.thing('IFCSLAB', file.guid(body.id), name, place, shape, undefined, new Word('ROOF'))
  file.quantities(ref, body.id, 'Qto_SlabBaseQuantities', [
    ['IFCQUANTITYLENGTH', 'Depth', body.thicknessMm],
    ['IFCQUANTITYAREA', 'NetArea', (sizes.areaMm2 ?? 0) / M2],
    ['IFCQUANTITYVOLUME', 'NetVolume', sizes.volumeMm3 / M3],
  ])
  file.properties(ref, body.id, 'Pset_SlabCommon', [
    ['Reference', new Typed('IFCIDENTIFIER', name)],
    ['PitchAngle', new Typed('IFCPLANEANGLEMEASURE', body.pitchRad)],
    ['IsExternal', new Typed('IFCBOOLEAN', true)],
  ])
  return ref
}
