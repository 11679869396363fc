import type JSZip from 'jszip'

/** An entry of a ZIP that is damaged or unpacks beyond its bounds. */
class UnpackError extends Error {}

/** Unpacks one entry of a ZIP, which may claim less than it holds. @throws UnpackError beyond `mostBytes`, or where it is damaged */
export function unpacked(entry: JSZip.JSZipObject, mostBytes: number): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const pieces: Uint8Array[] = []
    let size = 0
    // JSZip has no type for it: the stream beneath its other ways of unpacking.
    const stream = (entry as unknown as { internalStream(type: 'uint8array'): UnpackStream }).internalStream(
      'uint8array',
    )
    stream
      .on('data', (piece) => {
        size += piece.length
        if (size > mostBytes) {
          stream.pause()
          reject(new UnpackError(`${entry.name} unpacks to more than can be taken in.`))
        } else pieces.push(piece)
      })
      .on('error', () => reject(new UnpackError(`${entry.name} in it is damaged.`)))
      .on('end', () => resolve(new Uint8Array(Buffer.concat(pieces))))
      .resume()
  })
}

interface UnpackStream {
  on(event: 'data', hear: (piece: Uint8Array) => void): UnpackStream
  on(event: 'error' | 'end', hear: () => void): UnpackStream
  pause(): UnpackStream
  resume(): UnpackStream
}
