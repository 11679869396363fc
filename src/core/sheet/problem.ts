/** Why a file or page can't be read. */
export type SourceProblem =
  | 'unknown-kind'
  | 'broken'
  | 'broken-image'
  | 'broken-drawing'
  | 'binary-dxf'
  | 'empty-drawing'
  | 'only-meshes'
  | 'drawing-too-large'
  | 'too-many-pixels'
  | 'password-needed'
  | 'password-wrong'
  | 'certificate-needed'
  | 'no-pages'
  | 'no-such-page'
  | 'page-broken'
  | 'page-too-large'
  | 'page-too-deep'
  | 'too-slow'
  | 'out-of-memory'
  | 'file-too-slow'
  | 'file-too-large'
  | 'gave-up'
  | 'stopped'
  | 'bytes-lost'
  | 'bytes-damaged'

/** One sentence for each problem: what happened, and what to do. `file` is how the person named it. */
export const PROBLEM_SENTENCES: Record<SourceProblem, (file: string) => string> = {
  'unknown-kind': (file) =>
    `${file} is not a PDF, nor an image (PNG, JPEG, WebP, TIFF), SVG, DXF (alone, or as a ZIP with its files) or IFC. Export or print the drawing as one of these and bring in that file.`,
  broken: (file) =>
    `${file} is damaged or was cut short and can't be repaired. Ask for the file again, or print it to a new PDF.`,
  'broken-image': (file) =>
    `${file} is damaged or was cut short, or is packed in a way that can't be read. Open it in an image program, save it as PNG and bring in that.`,
  'broken-drawing': (file) =>
    `${file} is damaged or was cut short and can't be read as a drawing. Ask for the file again, or have it saved anew.`,
  'binary-dxf': (file) =>
    `${file} is a DXF in the binary form, which can't be read. Save it as text (ASCII) DXF and bring in that.`,
  'empty-drawing': (file) => `${file} holds nothing that can be drawn. Ask whoever made it to export it again.`,
  'only-meshes': (file) =>
    `${file} holds only meshes, faces or solids in space, which have no lines of a plan. Ask for a view of it as lines, in DXF or PDF.`,
  'drawing-too-large': (file) =>
    `${file} comes to more than two million lines with its blocks and was not read further. Save only the part that is needed.`,
  'too-many-pixels': (file) =>
    `${file} has more pixels than can be read (600 million at most). Save it at a lower resolution and bring in that.`,
  'password-needed': (file) => `${file} is protected by a password. Type the password to open it.`,
  'password-wrong': (file) => `The password does not open ${file}. Type it again; capital letters count.`,
  'certificate-needed': (file) =>
    `${file} is protected by a certificate, which opens it only for those it was made out to. Ask for a copy without that protection.`,
  'no-pages': (file) => `${file} has no pages. Ask whoever made it to export it again.`,
  'no-such-page': (file) => `${file} has no page of that number.`,
  'page-broken': (file) =>
    `A page of ${file} can't be read. The other pages can be used; print this one to a new PDF and bring that in.`,
  'page-too-deep': (file) =>
    `A page of ${file} is built in a way that no drawing is (more than 10,000 saved states within one another) and was not read. Print it to a new PDF and bring that in.`,
  'page-too-large': (file) =>
    `A page of ${file} is larger than any sheet can be. Print it to a real paper size and bring that in.`,
  'too-slow': (file) =>
    `A page of ${file} took too long to read and was stopped. The other pages can be used; print this one to a new PDF with less on it.`,
  'out-of-memory': (file) =>
    `A page of ${file} needs more memory than a page is given and was stopped. The other pages can be used; print this one to a new PDF with less on it.`,
  'file-too-slow': (file) =>
    `${file} took too long to open and was stopped. Print the pages that are needed to a new PDF and bring in that.`,
  'file-too-large': (file) =>
    `${file} needs more memory to open than a file is given and was stopped. Print the pages that are needed to a new PDF and bring in that.`,
  'gave-up': (file) => `The reading of ${file} failed again and again, and not by any fault of the file. Try again.`,
  stopped: (file) => `${file} was not read: it was stopped.`,
  'bytes-lost': (file) =>
    `The stored bytes of ${file} are missing. Give the file again: everything placed from it stays.`,
  'bytes-damaged': (file) =>
    `The stored bytes of ${file} are damaged: they are not those that were brought in. Give the file again: everything placed from it stays.`,
}

export class SourceError extends Error {
  constructor(
    readonly problem: SourceProblem,
    cause?: unknown,
  ) {
    super(problem, { cause })
  }
}
