import type { Stair } from '../../../model/stair/schema'
import { stepsOf } from '../../../model/stair/steps'
import { Whole, Word } from '../../step/part21'
import { tidy } from '../writer'
import type { BodyWriter } from './body-writer'

/** A stair of one straight flight. */
export const writeStair: BodyWriter<Stair> = (file, { body, prisms, heightMm }, storey, zeroMm) => {
  const { data } = file
  const { riserMm, goingMm } = stepsOf(body, body.riseMm ?? heightMm)
  const name = `Stair ${body.risers} x ${tidy(riserMm)}`
  const stand = file.stand(storey, body.start, { x: 1, y: 0 }, 0)
  const stair = file.thing(
    'IFCSTAIR',
    file.guid(body.id),
    name,
    stand.ref,
    undefined,
    undefined,
    new Word('STRAIGHT_RUN_STAIR'),
  )
  const place = data.add('IFCLOCALPLACEMENT', stand.ref, file.place3(0, 0, 0))
  const blocks = prisms.map((prism) =>
    file.extrusion(file.ring(prism.ring, stand), prism.heightMm, prism.footMm - zeroMm),
  )
  const flight = file.thing(
    'IFCSTAIRFLIGHT',
    file.guid(body.id, 'flight'),
    name,
    place,
    file.shape(blocks, 'Stair'),
    undefined,
    new Whole(body.risers),
    new Whole(body.risers - 1),
    riserMm,
    goingMm,
    new Word('STRAIGHT'),
  )
  file.aggregate(stair, [flight], `flight of ${body.id}`)
  return stair
}
