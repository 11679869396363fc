import type { Section } from '../../sections/section'
import { type Ref, Word } from '../step/part21'
import type { IfcWriter } from './writer'

/** A section as the standard profile of its form (ISO 16739-1:2018, 8.15), about the middle of its box; each written once. */
export function profileOf(file: IfcWriter, { name, shape }: Section): Ref {
  const key = `profile ${name} ${JSON.stringify(shape)}`
  const known = file.types.get(key)
  if (known) return known
  const head = [new Word('AREA'), name, file.place2(0, 0)] as const
  const { data } = file
  const add = (): Ref => {
    switch (shape.form) {
      case 'i': {
        const { widthMm, heightMm, webMm, flangeMm, rootMm } = shape
        return data.add(
          'IFCISHAPEPROFILEDEF',
          ...head,
          widthMm,
          heightMm,
          webMm,
          flangeMm,
          rootMm,
          undefined,
          undefined,
        )
      }
      case 'channel': {
        const { widthMm, heightMm, webMm, flangeMm, rootMm, toeMm, slope } = shape
        const leans = slope > 0 ? Math.atan(slope) : undefined
        return data.add('IFCUSHAPEPROFILEDEF', ...head, heightMm, widthMm, webMm, flangeMm, rootMm, toeMm, leans)
      }
      case 'angle': {
        const { widthMm, heightMm, wallMm, rootMm, toeMm } = shape
        return data.add('IFCLSHAPEPROFILEDEF', ...head, heightMm, widthMm, wallMm, rootMm, toeMm, undefined)
      }
      case 'box': {
        const { widthMm, heightMm, wallMm, innerMm, outerMm } = shape
        return data.add('IFCRECTANGLEHOLLOWPROFILEDEF', ...head, widthMm, heightMm, wallMm, innerMm, outerMm)
      }
      case 'pipe':
        return data.add('IFCCIRCLEHOLLOWPROFILEDEF', ...head, shape.diameterMm / 2, shape.wallMm)
      case 'rod':
        return data.add('IFCCIRCLEPROFILEDEF', ...head, shape.diameterMm / 2)
      case 'bar':
        return data.add('IFCRECTANGLEPROFILEDEF', ...head, shape.widthMm, shape.heightMm)
      case 'outline': {
        const { xy } = shape
        const points = Array.from({ length: xy.length / 2 }, (_, i) => file.point2(xy[2 * i]!, xy[2 * i + 1]!))
        return data.add(
          'IFCARBITRARYCLOSEDPROFILEDEF',
          new Word('AREA'),
          name,
          data.add('IFCPOLYLINE', [...points, points[0]!]),
        )
      }
    }
  }
  const made = add()
  file.types.set(key, made)
  return made
}
