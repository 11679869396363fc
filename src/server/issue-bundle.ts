import { createHash } from 'node:crypto'
import JSZip from 'jszip'

/** A file of an issue. */
export interface IssueFile {
  readonly path: string
  readonly bytes: Uint8Array
}

/** Files with a list of what each is by its SHA-256, as `sha256sum --check` reads it. */
export async function bundleOf(files: readonly IssueFile[]): Promise<Uint8Array> {
  const zip = new JSZip()
  for (const { path, bytes } of files) zip.file(path, bytes)
  const sums = files.map(({ path, bytes }) => `${createHash('sha256').update(bytes).digest('hex')}  ${path}\n`)
  zip.file('SHA256SUMS', sums.join(''))
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
}
