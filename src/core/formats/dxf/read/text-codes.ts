/** What the `%%` and `\U+` codes of DXF text stand for. */
export function plainText(text: string): string {
  return text
    .replace(/%%(\d{3})/g, (_, code: string) => String.fromCharCode(Number(code)))
    .replace(/%%([cdpuok])/gi, (_, code: string) => PERCENT_CODES[code.toLowerCase()] ?? '')
    .replace(/%%%/g, '%')
    .replace(/\\U\+([0-9A-F]{4})/gi, (_, code: string) => String.fromCharCode(Number.parseInt(code, 16)))
}

const PERCENT_CODES: Record<string, string> = { c: '⌀', d: '°', p: '±' }

/** The lines of a multi-line text, without its formatting. */
export function textLines(content: string): string[] {
  const bare = content
    .replace(/\\\\/g, '\ue001')
    .replace(/\\([{}])/g, (_, brace: string) => (brace === '{' ? '\ue002' : '\ue003'))
    .replace(/\\S([^;^/#]*)[\^/#]([^;]*);/g, '$1/$2')
    .replace(/\\[ACFHQTWacfhqtwp][^;]*;/g, '')
    .replace(/\\[LlOoKk]/g, '')
    .replace(/\\~/g, ' ')
    .replace(/[{}]/g, '')
  return plainText(bare)
    .split(/\\P|\\N|\^J/)
    .map((line) => line.replaceAll('\ue001', '\\').replaceAll('\ue002', '{').replaceAll('\ue003', '}').trim())
}
