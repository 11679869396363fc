/** Text as XML may hold it: without what XML 1.0 does not allow, and with what it keeps for itself written as entities. */
export const escapeXml = (text: string): string =>
  text
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
