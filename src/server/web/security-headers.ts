/** Everything that a browser may do with what we send; what is not named is forbidden. */
export interface PageRights {
  /** Names the scripts and styles of one page (CSP 3, 6.7.2.3). */
  readonly nonce?: string
  /** For scripts that run as workers: the kernel of solids makes its calls by `new Function`. */
  readonly evaluates?: boolean
  /** Beside our own address, where bytes of files come from. */
  readonly bytesFrom?: string | null
}

/** Content-Security-Policy (CSP 3) of pages and of scripts that become workers. */
export function contentPolicy({ nonce, evaluates, bytesFrom }: PageRights): string {
  const also = bytesFrom ? ` ${new URL(bytesFrom).origin}` : ''
  const named = nonce ? ` 'nonce-${nonce}'` : ''
  return [
    "default-src 'self'",
    `script-src 'self'${named} 'wasm-unsafe-eval'${evaluates ? " 'unsafe-eval'" : ''}`,
    `style-src-elem 'self'${named}`,
    // Attributes alone: a colour or a width that an element is given.
    "style-src-attr 'unsafe-inline'",
    `style-src 'self'${named}`,
    `img-src 'self'${also} data: blob:`,
    "font-src 'self' data:",
    `connect-src 'self'${also} data: blob:`,
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
}

/** On every answer. */
export const COMMON_HEADERS: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(), microphone=(), geolocation=(), payment=(), usb=(), display-capture=()',
}

/** What answers with data carry: opened as a page, they can do nothing. */
export const DATA_POLICY = "sandbox; default-src 'none'; frame-ancestors 'none'"
