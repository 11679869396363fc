import { ParseSpeeds, PDFArray, PDFDict, PDFDocument, PDFName, type PDFObject, PDFRawStream } from 'pdf-lib'
import { UNPAINTED } from '@/core/sheet/pdf/unpainted'

/**
 * The same file with a colour of its own, UNPAINTED, wherever it uses one that paints nothing: pdf.js mixes such a colour
 * from its substitute as it does any other.
 * @returns null where there is none, or the file can't be rewritten
 */
export async function withUnpainted(bytes: Uint8Array): Promise<Uint8Array | null> {
  try {
    const document = await PDFDocument.load(bytes, { updateMetadata: false, parseSpeed: ParseSpeeds.Fastest })
    let found = 0
    for (const [, object] of document.context.enumerateIndirectObjects())
      found += replaceIn(object, (array) => replace(array, document))
    if (found === 0) return null
    return await document.save({ useObjectStreams: false, updateFieldAppearances: false, addDefaultPage: false })
  } catch {
    return null
  }
}

/** Goes through an object and all within it. @returns how many were replaced */
function replaceIn(object: PDFObject, replaced: (array: PDFArray) => boolean): number {
  if (object instanceof PDFRawStream) return replaceIn(object.dict, replaced)
  if (object instanceof PDFDict) return object.values().reduce((sum, value) => sum + replaceIn(value, replaced), 0)
  if (!(object instanceof PDFArray)) return 0
  if (replaced(object)) return 1
  return object.asArray().reduce((sum, value) => sum + replaceIn(value, replaced), 0)
}

function replace(space: PDFArray, { context }: PDFDocument): boolean {
  if (space.size() < 4) return false
  const family = space.get(0)
  const names = space.lookup(1)
  const colorants = names instanceof PDFArray ? names.asArray() : [names]
  if (family !== PDFName.of('Separation') && family !== PDFName.of('DeviceN')) return false
  if (colorants.length === 0 || !colorants.every((name) => name === PDFName.of('None'))) return false
  const tint = context.stream(`{ ${'pop '.repeat(colorants.length)}${UNPAINTED.parts.join(' ')} }`, {
    FunctionType: 4,
    Domain: colorants.flatMap(() => [0, 1]),
    Range: [0, 1, 0, 1, 0, 1],
  })
  space.set(2, PDFName.of('DeviceRGB'))
  space.set(3, context.register(tint))
  return true
}
