/** Why a file or page can't be read. */
export type SourceProblem =
  | 'not-a-pdf'
  | 'broken'
  | 'password-needed'
  | 'password-wrong'
  | 'no-pages'
  | 'no-such-page'
  | 'page-broken'
  | 'page-too-large'
  | 'too-slow'
  | 'out-of-memory'

/** One sentence for each problem: what happened, and what to do. `file` is how the person named it. */
export const PROBLEM_SENTENCES: Record<SourceProblem, (file: string) => string> = {
  'not-a-pdf': (file) => `${file} is not a PDF. Export or print the drawing as PDF and bring in that file.`,
  broken: (file) =>
    `${file} is damaged or was cut short and can't be repaired. Ask for the file again, or print it to a new PDF.`,
  'password-needed': (file) => `${file} is protected by a password. Type the password to open it.`,
  'password-wrong': (file) => `The password does not open ${file}. Type it again; capital letters count.`,
  'no-pages': (file) => `${file} has no pages. Ask whoever made it to export it again.`,
  'no-such-page': (file) => `${file} has no page of that number.`,
  'page-broken': (file) =>
    `A page of ${file} can't be read. The other pages can be used; print this one to a new PDF and bring that in.`,
  'page-too-large': (file) =>
    `A page of ${file} is larger than any sheet can be. Print it to a real paper size and bring that in.`,
  'too-slow': (file) =>
    `A page of ${file} took too long to read and was stopped. The other pages can be used; print this one to a new PDF with less on it.`,
  'out-of-memory': (file) =>
    `A page of ${file} needs more memory than a page is given and was stopped. The other pages can be used; print this one to a new PDF with less on it.`,
}

export class SourceError extends Error {
  constructor(
    readonly problem: SourceProblem,
    cause?: unknown,
  ) {
    super(problem, { cause })
  }
}

/** What a failure of pdf.js means to the person whose file it is. */
export function problemOf(error: unknown): SourceError {
  if (error instanceof SourceError) return error
  const { name, message } = error as Error
  if (name === 'PasswordException')
    return new SourceError(/incorrect/i.test(message) ? 'password-wrong' : 'password-needed', error)
  if (name === 'InvalidPDFException' || name === 'MissingPDFException') return new SourceError('broken', error)
  if (/invalid page request|page index|page dictionary/i.test(message)) return new SourceError('no-such-page', error)
  return new SourceError('page-broken', error)
}
