import { SourceError } from '../problem'

/** What a failure of pdf.js means to the person whose file it is. */
export function problemOf(error: unknown): SourceError {
  if (error instanceof SourceError) return error
  const { name, message } = error as Error
  if (name === 'PasswordException')
    return new SourceError(/incorrect/i.test(message) ? 'password-wrong' : 'password-needed', error)
  // Security by public keys (ISO 32000-2, 7.6.5): pdf.js knows only that by passwords.
  if (/unknown encryption method/i.test(message)) return new SourceError('certificate-needed', error)
  if (name === 'InvalidPDFException' || name === 'MissingPDFException') return new SourceError('broken', error)
  if (/invalid page request|page index|page dictionary/i.test(message)) return new SourceError('no-such-page', error)
  return new SourceError('page-broken', error)
}
