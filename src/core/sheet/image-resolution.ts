/** What an image says of its size: pixels to the inch along and up, which a fax states apart. */
export interface StatedResolution {
  readonly xDpi: number
  readonly yDpi: number
}

const MM_PER_INCH = 25.4
const CM_PER_INCH = 2.54

/**
 * The resolution that an image states itself, as stored (before any turn that its metadata ask for): PNG by its `pHYs`
 * (ISO/IEC 15948, 11.3.4.3), JPEG by JFIF (ITU-T T.871, 10.1) or Exif, WebP by Exif, TIFF by its tags (TIFF 6.0, section
 * 8). Programs that give a number for those that state none have made it up.
 * @param page of a TIFF, from 0
 * @returns null where nothing is stated, or it has no unit
 */
export function statedResolution(bytes: Uint8Array, page = 0): StatedResolution | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  try {
    if (view.getUint32(0) === 0x89504e47) return ofPng(view)
    if (view.getUint16(0) === 0xffd8) return ofJpeg(view)
    if (view.getUint32(0) === 0x52494646) return ofWebp(view)
    return ofTiff(view, 0, page)
  } catch (error) {
    // What is cut short states nothing.
    if (error instanceof RangeError) return null
    throw error
  }
}

const usable = (xDpi: number, yDpi: number): StatedResolution | null =>
  xDpi > 1 && yDpi > 1 && Number.isFinite(xDpi + yDpi) ? { xDpi, yDpi } : null

function ofPng(view: DataView): StatedResolution | null {
  for (let at = 8; at + 8 <= view.byteLength; at += 12 + view.getUint32(at)) {
    const type = view.getUint32(at + 4)
    if (type === 0x49444154) return null
    if (type !== 0x70485973) continue
    const perMetre = view.getUint8(at + 16) === 1
    const dpi = (i: number) => wholeWhereMeant((view.getUint32(at + 8 + 4 * i) * MM_PER_INCH) / 1000)
    return perMetre ? usable(dpi(0), dpi(1)) : null
  }
  return null
}

/** Half a pixel to the metre, to which PNG rounds. */
const PNG_ROUNDING_DPI = (0.5 * MM_PER_INCH) / 1000

/** 5906 pixels to the metre are 150 to the inch, not 150.0124. */
function wholeWhereMeant(dpi: number): number {
  const whole = Math.round(dpi)
  return Math.abs(dpi - whole) <= PNG_ROUNDING_DPI ? whole : dpi
}

const APP0 = 0xe0
const APP1 = 0xe1
const START_OF_SCAN = 0xda

function ofJpeg(view: DataView): StatedResolution | null {
  let exif: StatedResolution | null = null
  for (let at = 2; at + 4 <= view.byteLength && view.getUint8(at) === 0xff; at += 2 + view.getUint16(at + 2)) {
    const marker = view.getUint8(at + 1)
    if (marker === START_OF_SCAN) break
    if (marker === APP0 && view.getUint32(at + 4) === 0x4a464946) {
      const unit = view.getUint8(at + 11)
      const factor = unit === 1 ? 1 : unit === 2 ? CM_PER_INCH : 0
      const stated = usable(view.getUint16(at + 12) * factor, view.getUint16(at + 14) * factor)
      if (stated) return stated
    }
    if (marker === APP1 && view.getUint32(at + 4) === 0x45786966) exif ??= ofTiff(view, at + 10, 0)
  }
  return exif
}

function ofWebp(view: DataView): StatedResolution | null {
  for (let at = 12; at + 8 <= view.byteLength; ) {
    const size = view.getUint32(at + 4, true)
    if (view.getUint32(at) === 0x45584946) {
      const headed = view.getUint32(at + 8) === 0x45786966
      return ofTiff(view, at + 8 + (headed ? 6 : 0), 0)
    }
    at += 8 + size + (size % 2)
  }
  return null
}

const X_RESOLUTION = 282
const Y_RESOLUTION = 283
const RESOLUTION_UNIT = 296
/** Directories that one file may chain before it is taken for a loop. */
const MOST_DIRECTORIES = 10_000

/** @param start where its header stands; offsets count from there */
function ofTiff(view: DataView, start: number, page: number): StatedResolution | null {
  const order = view.getUint16(start)
  if (order !== 0x4949 && order !== 0x4d4d) return null
  const little = order === 0x4949
  if (view.getUint16(start + 2, little) !== 42) return null
  let directory = view.getUint32(start + 4, little)
  for (let i = 0; i < Math.min(page, MOST_DIRECTORIES) && directory !== 0; i++) {
    const entries = view.getUint16(start + directory, little)
    directory = view.getUint32(start + directory + 2 + 12 * entries, little)
  }
  if (directory === 0) return null
  const found = new Map<number, number>()
  const entries = view.getUint16(start + directory, little)
  for (let i = 0; i < entries; i++) {
    const at = start + directory + 2 + 12 * i
    const tag = view.getUint16(at, little)
    if (tag === RESOLUTION_UNIT) found.set(tag, view.getUint16(at + 8, little))
    if (tag !== X_RESOLUTION && tag !== Y_RESOLUTION) continue
    const value = start + view.getUint32(at + 8, little)
    found.set(tag, view.getUint32(value, little) / view.getUint32(value + 4, little))
  }
  // Inches where no unit is named; 1 says that there is none.
  const unit = found.get(RESOLUTION_UNIT) ?? 2
  const factor = unit === 2 ? 1 : unit === 3 ? CM_PER_INCH : 0
  const [x, y] = [found.get(X_RESOLUTION), found.get(Y_RESOLUTION)]
  if (x === undefined && y === undefined) return null
  return usable((x ?? y)! * factor, (y ?? x)! * factor)
}
