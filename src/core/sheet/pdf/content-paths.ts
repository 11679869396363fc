/**
 * The paths of content streams, read by ourselves in double precision. pdf.js reads everything else of a page; in its
 * stream each path, and each run of paths stroked alike, is replaced by a short stand-in that names what was read here.
 * So pdf.js neither parses the coordinates nor rounds them to single precision before they are mapped to the page.
 */

/** Pieces of a path, packed as pdf.js does: what is drawn, then its coordinates. */
export const Draw = { moveTo: 0, lineTo: 1, curveTo: 2, quadraticCurveTo: 3, closePath: 4 } as const

/** Ordinates by which a stand-in is known: single precision holds them, and no drawing has both. */
const MARK_FROM = 9_437_189
const MARK_TO = 12_582_917
/** Names are counted in two figures, each of which single precision holds. */
const RADIX = 1 << 20

/** Paths by the number in their stand-ins. */
class PathStore {
  private readonly paths = new Map<number, Float64Array>()
  private next = 1
  private readings = 0

  /** Paths are kept from here on, until every reading that began has ended. */
  begin(): void {
    this.readings++
  }

  end(): void {
    if (--this.readings === 0) this.paths.clear()
  }

  get isReading(): boolean {
    return this.readings > 0
  }

  add(path: Float64Array): string {
    const name = this.next++
    this.paths.set(name, path)
    return `${name % RADIX} ${MARK_FROM} m ${Math.floor(name / RADIX)} ${MARK_TO} l`
  }

  /** The path that pdf.js handed over, or the one that it stands for. @param data as pdf.js packs it */
  behind(data: Float32Array): ArrayLike<number> {
    if (data.length < 6 || data[2] !== MARK_FROM || data[5] !== MARK_TO) return data
    return this.paths.get(data[1]! + data[4]! * RADIX) ?? data
  }
}

/** One for the whole process: streams are unpacked without a word of whose they are. */
export const contentPaths = new PathStore()

/** A run of strokes is cut here. */
const LONGEST_RUN = 300_000

const codesOf = (letters: string): number[] => Array.from(letters, (letter) => letter.charCodeAt(0))
const codeOf = (letter: string): number => letter.charCodeAt(0)
const [PERCENT, OPEN, CLOSE, BACKSLASH] = [codeOf('%'), codeOf('('), codeOf(')'), codeOf('\\')]
const [LESS, GREATER, SLASH, BRACKET, UNBRACKET] = [codeOf('<'), codeOf('>'), codeOf('/'), codeOf('['), codeOf(']')]
const [PLUS, MINUS, DOT, ZERO, NINE, STAR] = [
  codeOf('+'),
  codeOf('-'),
  codeOf('.'),
  codeOf('0'),
  codeOf('9'),
  codeOf('*'),
]

/** White space 1, delimiters 2, what begins a number 3, else 0. */
const KIND = new Uint8Array(256)
for (const code of codesOf('\0\t\n\f\r ')) KIND[code] = 1
for (const code of codesOf('%()<>/[]{}')) KIND[code] = 2
for (const code of codesOf('0123456789+-.')) KIND[code] = 3

/** Operators of content streams besides those of paths (ISO 32000-2, annex A); what has others is none, or too odd for us. */
const OTHERS = new Set(
  'q Q cm w J j M d ri i gs CS cs SC SCN sc scn G g RG rg K k sh Do BT ET Tc Tw Tz TL Tf Tr Ts Td TD Tm T* Tj TJ \' " d0 d1 MP DP BMC BDC EMC BX EX true false null'.split(
    ' ',
  ),
)
const LETTER_E = codeOf('e')
const isRectangle = (first: number, second: number): boolean => first === codeOf('r') && second === LETTER_E
const LONGEST_WORD = 5
const POWERS = Array.from({ length: 20 }, (_, i) => 10 ** i)
/** Figures that a double holds exactly: their quotient by a power of ten is the nearest double, as IEEE 754 divides. */
const MOST_DIGITS = 15

/** Thrown where a stream is not one that we read: it is left as it is. */
class Odd extends Error {}

/**
 * A content stream with stand-ins for its paths.
 * @returns null where it holds none, or anything that is not plain: it is to be read as it is then
 */
export function withStandIns(content: Uint8Array): Uint8Array | null {
  try {
    return new Rewriter(content).rewritten()
  } catch (error) {
    if (error instanceof Odd) return null
    throw error
  }
}

class Rewriter {
  private at = 0
  private readonly numbers = new Float64Array(64)
  private count = 0
  /** Where the operands of the next operator begin; −1 where there are none. */
  private operandsAt = -1
  /** Whether there are others than numbers among them. */
  private mixed = false
  private path = new Float64Array(4096)
  private size = 0
  private currentX = 0
  private currentY = 0
  private startX = 0
  private startY = 0
  /** Where the path that is being built begins in the stream; −1 where none is. */
  private pathAt = -1
  /** Of `path`: what is stroked already, and waits for more that is stroked alike. */
  private stroked = 0
  private clip = ''
  private copied = 0
  private readonly out: Uint8Array[] = []
  /** Whether a path was found at all. */
  private any = false

  constructor(private readonly content: Uint8Array) {}

  rewritten(): Uint8Array | null {
    const { content } = this
    while (this.at < content.length) {
      const kind = KIND[content[this.at]!]!
      if (kind === 1) this.at++
      else if (kind === 3) this.number()
      else if (kind === 2) this.other()
      else this.word()
    }
    if (this.pathAt >= 0) throw new Odd()
    this.flush()
    if (!this.any) return null
    this.copyTo(content.length)
    return join(this.out)
  }

  /** A number of the plain kind: sign, digits, one dot. */
  private number(): void {
    const { content } = this
    // Held here: a field is looked up anew for each letter.
    let at = this.at
    let code = content[at]!
    const negative = code === MINUS
    if (negative || code === PLUS) code = content[++at]!
    let value = 0
    let digits = 0
    const whole = at
    while (code >= ZERO && code <= NINE) {
      value = value * 10 + (code - ZERO)
      if (value !== 0) digits++
      code = content[++at]!
    }
    let seen = at - whole
    let after = 0
    if (code === DOT) {
      const dot = at
      code = content[++at]!
      while (code >= ZERO && code <= NINE) {
        value = value * 10 + (code - ZERO)
        if (value !== 0) digits++
        code = content[++at]!
      }
      after = at - dot - 1
      seen += after
    }
    const next = at < content.length ? KIND[code]! : 1
    if ((next !== 1 && next !== 2) || seen === 0 || digits > MOST_DIGITS || after >= POWERS.length) throw new Odd()
    if (this.operandsAt < 0) this.operandsAt = this.at
    this.at = at
    if (this.mixed) return
    if (this.count >= this.numbers.length) throw new Odd()
    const size = after > 0 ? value / POWERS[after]! : value
    this.numbers[this.count++] = negative ? -size : size
  }

  /** Names, strings, arrays and dictionaries: gone over. Within them are no operators. */
  private other(): void {
    const { content } = this
    const code = content[this.at]!
    if (code === PERCENT) {
      while (this.at < content.length && content[this.at] !== 10 && content[this.at] !== 13) this.at++
      return
    }
    this.interrupt()
    this.mixed = true
    if (code === SLASH) {
      this.at++
      while (this.at < content.length && (KIND[content[this.at]!] === 0 || KIND[content[this.at]!] === 3)) this.at++
    } else if (code === OPEN) this.string()
    else if (code === LESS && content[this.at + 1] === LESS) this.at += 2
    else if (code === LESS) {
      while (this.at < content.length && content[this.at] !== GREATER) this.at++
      this.at++
    } else if (code === GREATER || code === BRACKET || code === UNBRACKET) this.at++
    else throw new Odd()
  }

  private string(): void {
    const { content } = this
    let depth = 0
    for (; this.at < content.length; this.at++) {
      const code = content[this.at]!
      if (code === BACKSLASH) this.at++
      else if (code === OPEN) depth++
      else if (code === CLOSE && --depth === 0) {
        this.at++
        return
      }
    }
    throw new Odd()
  }

  /** Anything but a path ends a run of strokes. Within a path there can be nothing else. */
  private interrupt(): void {
    if (this.pathAt >= 0) throw new Odd()
    this.flush()
  }

  private word(): void {
    const { content } = this
    const begin = this.at
    while (this.at < content.length && KIND[content[this.at]!] !== 1 && KIND[content[this.at]!] !== 2) this.at++
    const length = this.at - begin
    const first = content[begin]!
    const second = length > 1 ? content[begin + 1]! : 0
    const short = length === 1 || (length === 2 && (second === STAR || isRectangle(first, second)))
    if (!short || !this.pathWord(String.fromCharCode(first), second, begin)) {
      if (length > LONGEST_WORD || !OTHERS.has(String.fromCharCode(...content.subarray(begin, this.at))))
        throw new Odd()
      this.interrupt()
    }
    this.count = 0
    this.operandsAt = -1
    this.mixed = false
  }

  /** @returns whether the word is of a path */
  private pathWord(letter: string, second: number, begin: number): boolean {
    const { numbers } = this
    if (second === LETTER_E) {
      const [x, y, w, h] = this.operands(4)
      this.open(begin)
      this.push(Draw.moveTo, x!, y!)
      if (w === 0 || h === 0) this.push(Draw.lineTo, x! + w!, y! + h!)
      else {
        this.push(Draw.lineTo, x! + w!, y!)
        this.push(Draw.lineTo, x! + w!, y! + h!)
        this.push(Draw.lineTo, x!, y! + h!)
      }
      this.close()
      this.startX = this.currentX = x!
      this.startY = this.currentY = y!
      return true
    }
    const star = second === STAR
    if (star && !'fBbW'.includes(letter)) return false
    switch (letter) {
      case 'm':
        this.operands(2)
        this.open(begin)
        this.push(Draw.moveTo, numbers[0]!, numbers[1]!)
        this.startX = this.currentX
        this.startY = this.currentY
        return true
      case 'l':
        this.operands(2)
        this.within()
        this.push(Draw.lineTo, numbers[0]!, numbers[1]!)
        return true
      case 'c':
        this.operands(6)
        this.curve(numbers[0]!, numbers[1]!, numbers[2]!, numbers[3]!, numbers[4]!, numbers[5]!)
        return true
      case 'v':
        this.operands(4)
        this.curve(this.currentX, this.currentY, numbers[0]!, numbers[1]!, numbers[2]!, numbers[3]!)
        return true
      case 'y':
        this.operands(4)
        this.curve(numbers[0]!, numbers[1]!, numbers[2]!, numbers[3]!, numbers[2]!, numbers[3]!)
        return true
      case 'h':
        this.operands(0)
        this.within()
        this.close()
        return true
      case 'W':
        this.operands(0)
        if (this.pathAt < 0) throw new Odd()
        this.clip = star ? 'W* ' : 'W '
        return true
      case 'S':
        return this.paint('S', false)
      case 's':
        return this.paint('S', true)
      case 'f':
      case 'F':
        return this.paint(star ? 'f*' : 'f', false)
      case 'B':
        return this.paint(star ? 'B*' : 'B', false)
      case 'b':
        return this.paint(star ? 'B*' : 'B', true)
      case 'n':
        return this.paint('n', false)
    }
    return false
  }

  private operands(count: number): Float64Array {
    if (this.mixed || this.count !== count) throw new Odd()
    return this.numbers
  }

  private open(begin: number): void {
    if (this.pathAt < 0) this.pathAt = this.operandsAt >= 0 ? this.operandsAt : begin
  }

  private within(): void {
    if (this.pathAt < 0) throw new Odd()
  }

  private room(more: number): void {
    if (this.size + more <= this.path.length) return
    const larger = new Float64Array(2 * this.path.length)
    larger.set(this.path)
    this.path = larger
  }

  private push(draw: number, x: number, y: number): void {
    this.room(3)
    this.path[this.size++] = draw
    this.path[this.size++] = x
    this.path[this.size++] = y
    this.currentX = x
    this.currentY = y
  }

  private curve(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    this.within()
    this.room(7)
    this.path.set([Draw.curveTo, x1, y1, x2, y2, x, y], this.size)
    this.size += 7
    this.currentX = x
    this.currentY = y
  }

  private close(): void {
    this.room(1)
    this.path[this.size++] = Draw.closePath
    this.currentX = this.startX
    this.currentY = this.startY
  }

  /** Paints the path that was built: strokes wait for others that follow at once. */
  private paint(operator: string, closes: boolean): boolean {
    this.operands(0)
    if (this.pathAt < 0) {
      // Nothing to paint: as it stands, for pdf.js to see.
      this.flush()
      return true
    }
    if (closes) this.close()
    this.any = true
    if (operator === 'S' && this.clip === '') {
      if (this.stroked === 0) this.copyTo(this.pathAt)
      this.stroked = this.size
      this.copied = this.at
      this.pathAt = -1
      if (this.size > LONGEST_RUN) this.flush()
      return true
    }
    const rest = this.path.slice(this.stroked, this.size)
    this.flush()
    this.copyTo(this.pathAt)
    this.write(`${contentPaths.add(rest)} ${this.clip}${operator}\n`)
    this.copied = this.at
    this.clip = ''
    this.pathAt = -1
    this.size = 0
    return true
  }

  /** Writes the strokes that wait. */
  private flush(): void {
    if (this.stroked === 0) return
    this.write(`${contentPaths.add(this.path.slice(0, this.stroked))} S\n`)
    this.stroked = 0
    this.size = 0
  }

  private copyTo(end: number): void {
    if (end > this.copied) this.out.push(this.content.subarray(this.copied, end))
    this.copied = Math.max(this.copied, end)
  }

  private write(text: string): void {
    this.out.push(ENCODER.encode(` ${text}`))
  }
}

const ENCODER = new TextEncoder()

function join(parts: readonly Uint8Array[]): Uint8Array {
  const whole = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0))
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}
