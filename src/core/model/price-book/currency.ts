/** The sign of the money that is paid with in a region (ISO 3166-1, ISO 4217); the euro where none stands here. */
const SIGNS: Readonly<Record<string, string>> = {
  US: '$',
  CA: 'CA$',
  AU: 'A$',
  NZ: 'NZ$',
  GB: '£',
  CH: 'CHF',
  LI: 'CHF',
  SE: 'SEK',
  NO: 'NOK',
  DK: 'DKK',
  PL: 'PLN',
  CZ: 'CZK',
  HU: 'HUF',
  RO: 'RON',
  TR: '₺',
  IN: '₹',
  JP: 'JP¥',
  CN: 'CN¥',
  KR: '₩',
  BR: 'R$',
  MX: 'MX$',
  ZA: 'R',
}

/** The currency of who speaks a language somewhere. @param language a BCP 47 tag, such as `en-GB` or `de` */
export function currencyOf(language: string): string {
  try {
    return SIGNS[new Intl.Locale(language).maximize().region ?? ''] ?? '€'
  } catch {
    return '€'
  }
}
