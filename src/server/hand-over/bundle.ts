import JSZip from 'jszip'
import sharp from 'sharp'
import type { DxfAttachment, DxfDrawing, DxfUnit } from '@/core/formats/dxf/drawing'
import { inUnit } from '@/core/formats/dxf/in-unit'
import { type AttachedFile, canBeAttached, withFiles, withSheets } from '@/core/formats/dxf/sheets'
import { writeDxf } from '@/core/formats/dxf/write/write'
import { distinctName } from '@/core/formats/file-name'
import type { HandedSheet, PicturedSheet } from '@/core/formats/sheets/placed'
import type { Underlay } from '@/core/model/underlay/schema'
import type { HandedProject, SheetFile } from './handed'

/** Images larger than this are not unpacked here. */
const MOST_PIXELS = 600e6

/**
 * A drawing with the files of its sheets beside it, as a ZIP: pages of PDFs are shown by their file, images as PNG; what
 * is cut, bent or switched goes along as its lines.
 */
export async function writeBundle(
  project: HandedProject,
  drawing: DxfDrawing,
  sheets: readonly HandedSheet[],
  unit: DxfUnit,
): Promise<Uint8Array> {
  const zip = new JSZip()
  const names = new Map<string, string>()
  const attached: AttachedFile[] = []
  for (const file of project.files ?? []) {
    const underlay = project.records.find(({ id }) => id === file.underlayId)
    const made = underlay?.kind === 'underlay' ? await attachmentOf(file, underlay, zip, names) : null
    if (made) attached.push(made)
  }
  const shown = new Set(attached.map(({ underlay }) => underlay.id))
  const rest = sheets.filter(({ underlay }) => !shown.has(underlay.id))
  const whole = inUnit(withFiles(withSheets(drawing, rest), attached), unit)
  zip.file('plan.dxf', [...writeDxf(whole)].join(''))
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
}

async function attachmentOf(
  file: SheetFile,
  underlay: Underlay,
  zip: JSZip,
  names: Map<string, string>,
): Promise<AttachedFile | null> {
  const { kind, page, widthPt, heightPt, bytes, name } = file
  const isPdf = kind === 'pdf'
  if (kind !== 'pdf' && kind !== 'image') return null
  if (!canBeAttached(underlay, isPdf ? 'pdf' : 'image')) return null
  const key = isPdf ? name : `${name} ${page}`
  const path =
    names.get(key) ?? distinct(isPdf ? name : `${name.replace(/\.\w+$/, '')} ${page}.png`, new Set(names.values()))
  const isNew = !names.has(key)
  names.set(key, path)
  let attachment: DxfAttachment
  if (isPdf) {
    if (isNew) zip.file(path, bytes, { compression: 'STORE' })
    attachment = { kind: 'pdf', file: path, page }
  } else {
    const { data, info } = await sharp(bytes, { page: page - 1, limitInputPixels: MOST_PIXELS })
      .rotate()
      .png()
      .toBuffer({ resolveWithObject: true })
    zip.file(path, new Uint8Array(data), { compression: 'STORE' })
    attachment = { kind: 'image', file: path, widthPx: info.width, heightPx: info.height }
  }
  return { underlay, attachment, widthPt, heightPt }
}

/** Pixels of the longer side of a picture beneath a plan: enough for A0 at 100 to the inch. */
const PICTURE_PX = 4700

/** The sheets that are pictures, packed for a drawing; the resolution comes down to what paper shows. */
export function picturesOf({ records, files = [] }: HandedProject): Promise<PicturedSheet[]> {
  return Promise.all(
    files
      .filter(({ kind }) => kind === 'image')
      .flatMap(({ underlayId, page, widthPt, heightPt, bytes }) => {
        const underlay = records.find(({ id }) => id === underlayId)
        return underlay?.kind === 'underlay' ? [{ underlay, page, widthPt, heightPt, bytes }] : []
      })
      .map(async ({ underlay, page, widthPt, heightPt, bytes }) => {
        const jpeg = await sharp(bytes, { page: page - 1, limitInputPixels: MOST_PIXELS })
          .rotate()
          .flatten({ background: '#ffffff' })
          .resize({ width: PICTURE_PX, height: PICTURE_PX, fit: 'inside', withoutEnlargement: true })
          .toColourspace('srgb')
          .jpeg({ quality: 85 })
          .toBuffer()
        return { underlay, widthPt, heightPt, image: `data:image/jpeg;base64,${jpeg.toString('base64')}` }
      }),
  )
}

/** A path that no other file has, with nothing in it that a system forbids. */
const distinct = (name: string, used: ReadonlySet<string>): string =>
  distinctName(`sheets/${name.replaceAll(/[\\/:*?"<>|\p{Cc}]/gu, '_')}`, (path) => used.has(path))
