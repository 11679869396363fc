import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { statedResolution } from './image-resolution'

const blank = () => sharp({ create: { width: 40, height: 30, channels: 3, background: '#fff' } })
const close = (dpi: number) => expect.closeTo(dpi, 0)

describe('the resolution that an image states', () => {
  it.each(['png', 'jpeg', 'tiff'] as const)('is found in a %s, as another program wrote it', async (format) => {
    const stated = await blank().withMetadata({ density: 300 }).toFormat(format).toBuffer()
    expect(statedResolution(stated)).toEqual({ xDpi: 300, yDpi: 300 })
  })

  it('is none where the file says nothing, whatever programs make of it', async () => {
    const jpeg = await blank().jpeg().toBuffer()
    // A JFIF header whose unit is none, as many programs write it.
    const unitless = Buffer.from(jpeg)
    const at = unitless.indexOf('JFIF')
    if (at > 0) unitless[at + 7] = 0
    expect(statedResolution(unitless)).toBeNull()
    const png = await blank().png().toBuffer()
    const chunk = png.indexOf('pHYs')
    if (chunk > 0) png.write('none', chunk, 'latin1')
    expect(statedResolution(png)).toBeNull()
    expect(statedResolution(await blank().webp().toBuffer())).toBeNull()
  })

  it('is two of a fax, and none where the unit is none', () => {
    const tiff = (unit: number) => {
      const bytes = Buffer.alloc(80)
      bytes.write('II', 0, 'latin1')
      bytes.writeUInt16LE(42, 2)
      bytes.writeUInt32LE(8, 4)
      bytes.writeUInt16LE(3, 8)
      const entry = (i: number, tag: number, type: number, value: number) => {
        bytes.writeUInt16LE(tag, 10 + 12 * i)
        bytes.writeUInt16LE(type, 12 + 12 * i)
        bytes.writeUInt32LE(1, 14 + 12 * i)
        bytes.writeUInt32LE(value, 18 + 12 * i)
      }
      entry(0, 282, 5, 60)
      entry(1, 283, 5, 68)
      entry(2, 296, 3, unit)
      for (const [at, dpi] of [
        [60, 204],
        [68, 98],
      ] as const) {
        bytes.writeUInt32LE(dpi, at)
        bytes.writeUInt32LE(1, at + 4)
      }
      return bytes
    }
    expect(statedResolution(tiff(2))).toEqual({ xDpi: 204, yDpi: 98 })
    expect(statedResolution(tiff(3))).toEqual({ xDpi: close(518.16), yDpi: close(248.92) })
    expect(statedResolution(tiff(1))).toBeNull()
  })

  it('is read as ghostscript writes it', () => {
    const folder = mkdtempSync(join(tmpdir(), 'calque-resolution-'))
    try {
      execFileSync('gs', [
        '-q',
        '-dNOPAUSE',
        '-dBATCH',
        '-sDEVICE=tiffg4',
        '-r204x98',
        `-sOutputFile=${folder}/a.tif`,
        '-c',
        'showpage',
      ])
      expect(statedResolution(readFileSync(join(folder, 'a.tif')))).toEqual({ xDpi: 204, yDpi: 98 })
    } finally {
      rmSync(folder, { recursive: true, force: true })
    }
  })

  it('never fails on what is damaged', async () => {
    const files = await Promise.all(
      (['png', 'jpeg', 'tiff', 'webp'] as const).map((format) =>
        blank().withMetadata({ density: 150 }).toFormat(format).toBuffer(),
      ),
    )
    fc.assert(
      fc.property(fc.constantFrom(...files), fc.nat(), fc.nat({ max: 255 }), fc.nat(), (file, at, value, cut) => {
        const bytes = Uint8Array.from(file)
        bytes[at % Math.min(bytes.length, 400)] = value
        statedResolution(bytes.subarray(0, Math.max(8, cut % bytes.length)))
        statedResolution(bytes, cut % 5)
      }),
      { numRuns: 2000 },
    )
  })
})
