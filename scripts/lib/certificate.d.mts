/** Writes a certificate that nobody has signed, with its key, to a file. */
export function certify(file: string, host: string): void
