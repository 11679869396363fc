import fc from 'fast-check'
import JSZip from 'jszip'
import { describe, expect, it } from 'vitest'
import { ArchiveError, type ArchiveManifest } from '@/core/formats/archive'
import { plainWall } from '../../tests/support/plain-wall'
import { packArchive, unpackArchive } from './archive-file'

const SVG = new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>')

const manifest: ArchiveManifest = {
  format: 'calque-archive',
  version: 1,
  name: 'House',
  records: [plainWall('w')],
  sources: [
    {
      id: 's',
      name: 'a.svg',
      kind: 'svg',
      file: 'sources/1 a.svg',
      password: null,
      producer: null,
      supersedes: null,
      sheets: [],
    },
  ],
}

describe('an archive', () => {
  it('is unpacked as it was packed', async () => {
    const { manifest: read, files } = await unpackArchive(await packArchive(manifest, [SVG]))
    expect(read).toEqual(manifest)
    expect(files.map(({ bytes }) => [...bytes])).toEqual([[...SVG]])
  })

  it('that swells beyond all bounds is refused before it is unpacked', async () => {
    const zip = new JSZip()
    zip.file('project.json', JSON.stringify(manifest))
    zip.file('sources/1 a.svg', `<svg xmlns="http://www.w3.org/2000/svg">${' '.repeat(150 << 20)}</svg>`)
    const bomb = await zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
    expect(bomb.length).toBeLessThan(1 << 20)
    await expect(unpackArchive(bomb)).rejects.toThrow(/unpacks to more than can be taken in/)
  })

  it('of a newer Calque says so', async () => {
    const packed = await packArchive({ ...manifest, model: 99 }, [SVG])
    await expect(unpackArchive(packed)).rejects.toThrow('It was made with a newer Calque than this one.')
  })

  it('that is damaged in any way is read or refused with a sentence', async () => {
    const packed = await packArchive(manifest, [SVG])
    await fc.assert(
      fc.asyncProperty(fc.nat(), fc.nat({ max: 255 }), fc.option(fc.nat()), async (at, value, cut) => {
        const bytes = Uint8Array.from(packed)
        bytes[at % bytes.length] = value
        const error = await unpackArchive(cut === null ? bytes : bytes.subarray(0, cut % bytes.length)).then(
          () => null,
          (thrown: unknown) => thrown,
        )
        if (error !== null) {
          expect(error).toBeInstanceOf(ArchiveError)
          expect((error as Error).message).toMatch(/\.$/)
        }
      }),
      { numRuns: 400 },
    )
  })
})
