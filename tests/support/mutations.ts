import sharp from 'sharp'
import { boathouseSet } from '../../demo/sheets/boathouse'
import { outriggerPlate } from '../../demo/sheets/outrigger-plate'
import { seeded } from '../../demo/sheets/random'
import { servicesDrawing } from '../../demo/sheets/services-drawing'
import { siteSheet } from '../../demo/sheets/site-sheet'
import { handWritten } from './hand-written'

export interface Mutated {
  name: string
  bytes: Uint8Array
}

type Mutation = (bytes: Uint8Array, random: () => number) => Uint8Array

const join = (...parts: Uint8Array[]) => new Uint8Array(Buffer.concat(parts))
const place = (bytes: Uint8Array, random: () => number) => Math.floor(random() * bytes.length)

/** What happens to files on their way: cut, flipped, doubled, mixed up, and figures beyond all sense. */
const MUTATIONS: Readonly<Record<string, Mutation>> = {
  cut: (bytes, random) => bytes.slice(0, place(bytes, random)),
  flipped: (bytes, random) => {
    const copy = bytes.slice()
    for (let i = 0; i < 1 + random() * 40; i++) copy[place(copy, random)]! ^= 1 << Math.floor(random() * 8)
    return copy
  },
  emptied: (bytes, random) => {
    const at = place(bytes, random)
    return bytes.slice().fill(0, at, at + 1 + random() * 2000)
  },
  doubled: (bytes, random) => {
    const at = place(bytes, random)
    const piece = bytes.slice(at, at + random() * 5000)
    return join(bytes.slice(0, at), piece, piece, bytes.slice(at))
  },
  lacking: (bytes, random) => {
    const at = place(bytes, random)
    return join(bytes.slice(0, at), bytes.slice(at + 1 + random() * 500))
  },
  exaggerated: (bytes, random) => {
    const text = Buffer.from(bytes).toString('latin1')
    const wild = ['99999999999', '-1', '1e999', '0', 'nan', '2147483648']
    const replaced = text.replace(/\d+(\.\d+)?/g, (figure) =>
      random() < 0.01 ? wild[Math.floor(random() * wild.length)]! : figure,
    )
    return new Uint8Array(Buffer.from(replaced, 'latin1'))
  },
}

/** Small files of every kind that can be brought in. */
async function wholeFiles(): Promise<Mutated[]> {
  const picture = sharp({
    create: {
      width: 320,
      height: 240,
      channels: 3,
      background: '#dddddd',
      noise: { type: 'gaussian', mean: 200, sigma: 30 },
    },
  })
  const raster = (format: 'png' | 'jpeg' | 'webp' | 'tiff') => picture.clone().toFormat(format).toBuffer()
  return [
    { name: 'plans.pdf', bytes: await boathouseSet() },
    { name: 'site.pdf', bytes: await siteSheet() },
    {
      name: 'small.pdf',
      bytes: await handWritten('10 10 m 90 90 l S /F Do', {
        resources: '/XObject << /F 10 0 R >>',
        objects: [{ dictionary: '/Type /XObject /Subtype /Form /BBox [0 0 9 9]', stream: '0 0 9 9 re f' }],
      }),
    },
    { name: 'plate.svg', bytes: outriggerPlate() },
    { name: 'services.dxf', bytes: servicesDrawing() },
    { name: 'scan.png', bytes: new Uint8Array(await raster('png')) },
    { name: 'photo.jpg', bytes: new Uint8Array(await raster('jpeg')) },
    { name: 'photo.webp', bytes: new Uint8Array(await raster('webp')) },
    { name: 'fax.tif', bytes: new Uint8Array(await raster('tiff')) },
  ]
}

/** Damaged files, the same at every run. */
export async function mutatedFiles(count: number, seed: number): Promise<Mutated[]> {
  const random = seeded(seed)
  const whole = await wholeFiles()
  const mutations = Object.entries(MUTATIONS)
  return Array.from({ length: count }, (_, i) => {
    const { name, bytes } = whole[i % whole.length]!
    const [how, mutate] = mutations[Math.floor(i / whole.length) % mutations.length]!
    return { name: `${i}-${how}-${name}`, bytes: mutate(bytes, random) }
  })
}
