import { BINARY_DXF_MARK } from '../../../sheet/kinds'
import { SourceError } from '../../../sheet/problem'

/** One group of a DXF file: a code, and its value as text (DXF reference, “Group codes”). */
export interface Group {
  readonly code: number
  readonly value: string
}

/** Names that DXF gives code pages, and those of the encoding standard. */
const CODE_PAGES: Record<string, string> = {
  ANSI_874: 'windows-874',
  ANSI_932: 'shift_jis',
  ANSI_936: 'gbk',
  ANSI_949: 'euc-kr',
  ANSI_950: 'big5',
}

/**
 * The groups of a text DXF, in order. Releases from 2007 on are UTF-8, older ones name their code page.
 * @throws SourceError where it is the binary form, or not groups at all
 */
export function* groupsOf(bytes: Uint8Array): Generator<Group> {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 20_000))
  if (BINARY_DXF_MARK.test(head)) throw new SourceError('binary-dxf')
  const text = decoderFor(head).decode(bytes)
  let at = 0
  const line = (): string | null => {
    if (at >= text.length) return null
    let end = text.indexOf('\n', at)
    if (end < 0) end = text.length
    const found = text.slice(at, text[end - 1] === '\r' ? end - 1 : end)
    at = end + 1
    return found
  }
  let afterText = false
  for (let first = line(); first !== null; first = line()) {
    const code = /^\s*-?\d+\s*$/.test(first) ? Number(first) : null
    // A text with a line break in it runs on over what should be the next code: some programs write it so.
    if (code === null && afterText) continue
    if (code === null) {
      if (first.trim() === '' && text.slice(at).trim() === '') return
      throw new SourceError('broken-drawing')
    }
    afterText = code === 1 || code === 3
    const value = line()
    if (value === null) return
    if (code !== 999) yield { code, value: afterText ? value : value.trim() }
  }
}

function decoderFor(head: string): TextDecoder {
  const release = head.match(/\$ACADVER\s+1\s+(AC\d+)/)?.[1] ?? ''
  const page = head.match(/\$DWGCODEPAGE\s+3\s+(\w+)/)?.[1] ?? ''
  const named = CODE_PAGES[page] ?? page.replace('ANSI_', 'windows-')
  try {
    return new TextDecoder(release >= 'AC1021' || release === '' ? 'utf-8' : named || 'windows-1252')
  } catch {
    return new TextDecoder('windows-1252')
  }
}
