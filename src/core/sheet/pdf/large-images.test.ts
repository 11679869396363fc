import { describe, expect, it } from 'vitest'
import { findLargeImages, standsFor, withoutLargeImages } from './large-images'

const object = (dictionary: string, data = 'x'.repeat(40)) =>
  `7 0 obj\n<< /Type /XObject /Subtype /Image ${dictionary} /Length ${data.length} >>\nstream\n${data}\nendstream\nendobj\n`
const file = (...objects: string[]) =>
  new Uint8Array(Buffer.from(`%PDF-1.7\n${objects.join('')}trailer <<>>`, 'latin1'))
const LARGE = '/Width 9933 /Height 14043 /ColorSpace /DeviceGray /BitsPerComponent 1 /Filter /CCITTFaxDecode'

describe('large images in the bytes of a file', () => {
  it('are found, small ones and such with masks are not', () => {
    const small = '/Width 200 /Height 200 /ColorSpace /DeviceGray /BitsPerComponent 8'
    const bytes = file(object(small), object(LARGE), object(`${LARGE} /SMask 9 0 R`))
    const images = findLargeImages(bytes)
    expect(images).toHaveLength(1)
    expect(images[0]).toMatchObject({ widthPx: 9933, heightPx: 14_043, filter: 'CCITTFaxDecode', plain: true })
    expect(images[0]!.dataEnd - images[0]!.dataStart).toBe(40)
  })

  it('are replaced by stand-ins without moving a byte', () => {
    const bytes = file(object(LARGE), object(LARGE))
    const images = findLargeImages(bytes)
    const lean = withoutLargeImages(bytes, images)!
    expect(lean).toHaveLength(bytes.length)
    expect(findLargeImages(lean)).toEqual([])
    const heights = [
      ...Buffer.from(lean)
        .toString('latin1')
        .matchAll(/\/Width 1\/Height (\d+)/g),
    ].map((found) => found[1])
    expect(heights.map((height) => standsFor(images, 1, Number(height)))).toEqual(images)
    expect(standsFor(images, 200, 200)).toBeUndefined()
  })

  it('of an encrypted file are left where they are', () => {
    expect(findLargeImages(file(object(LARGE), 'trailer << /Encrypt 4 0 R >>'))).toEqual([])
  })

  it.each([
    '',
    '/Image',
    '<< /Subtype /Image >> stream',
    'obj << /Subtype /Image /Width 9933 /Height 14043 >> stream\n',
  ])('broken bytes %o hold none', (text) => {
    expect(findLargeImages(new TextEncoder().encode(text))).toEqual([])
  })
})
