/** A reference to another line of the file. */
export class Ref {
  constructor(readonly number: number) {}
}

/** A value of a defined type, such as `IFCLABEL('x')`. */
export class Typed {
  constructor(
    readonly type: string,
    readonly value: StepValue,
  ) {}
}

/** A whole number: written without a point. */
export class Whole {
  constructor(readonly value: number) {}
}

/** A word of an enumeration, written `.AREA.`. */
export class Word {
  constructor(readonly word: string) {}
}

/** What a line may hold; `undefined` for what is left out, `DERIVED` for what follows from elsewhere. */
export type StepValue =
  | string
  | number
  | boolean
  | undefined
  | Ref
  | Typed
  | Whole
  | Word
  | typeof DERIVED
  | readonly StepValue[]

export const DERIVED = Symbol('derived')

/** The DATA section of a STEP file (ISO 10303-21), line by line. */
export class StepData {
  private readonly lines: string[] = []
  private readonly known = new Map<string, Ref>()

  add(type: string, ...values: readonly StepValue[]): Ref {
    const ref = new Ref(this.lines.length + 1)
    this.lines.push(`#${ref.number}=${type}(${values.map(written).join(',')});`)
    return ref
  }

  /** An instance of several types at once, each with its own values, in the order of their names. */
  addComplex(...parts: readonly (readonly [type: string, ...values: StepValue[]])[]): Ref {
    const ref = new Ref(this.lines.length + 1)
    const sorted = [...parts].sort(([a], [b]) => (a < b ? -1 : 1))
    const body = sorted.map(([type, ...values]) => `${type}(${values.map(written).join(',')})`).join('')
    this.lines.push(`#${ref.number}=(${body});`)
    return ref
  }

  /** The same, but one line serves for all that are alike: points and directions. */
  share(type: string, ...values: readonly StepValue[]): Ref {
    const key = `${type}(${values.map(written).join(',')})`
    const ref = this.known.get(key) ?? this.add(type, ...values)
    this.known.set(key, ref)
    return ref
  }

  text(): string {
    return this.lines.join('\n')
  }
}

function written(value: StepValue): string {
  if (value === undefined) return '$'
  if (value === DERIVED) return '*'
  if (value instanceof Ref) return `#${value.number}`
  if (value instanceof Whole) return String(value.value)
  if (value instanceof Word) return `.${value.word}.`
  if (value instanceof Typed) return `${value.type}(${written(value.value)})`
  if (Array.isArray(value)) return `(${value.map(written).join(',')})`
  if (typeof value === 'boolean') return value ? '.T.' : '.F.'
  if (typeof value === 'number') return real(value)
  return quoted(value as string)
}

/** A real always has a point; whole numbers are given as `Whole`. */
function real(value: number): string {
  const clean = Math.abs(value) < 1e-9 ? 0 : value
  if (Number.isInteger(clean)) return `${clean}.`
  const text = String(clean)
  return text.includes('e') ? text.replace('e', 'E').replace(/^(-?\d+)E/, '$1.E') : text
}

/** Text in the basic alphabet; anything else in hexadecimal (ISO 10303-21, 6.4.3). */
export function quoted(text: string): string {
  let out = ''
  for (const character of text) {
    const code = character.codePointAt(0)!
    if (character === "'") out += "''"
    else if (character === '\\') out += '\\\\'
    else if (code >= 32 && code < 127) out += character
    else if (code < 0x10000) out += `\\X2\\${code.toString(16).toUpperCase().padStart(4, '0')}\\X0\\`
    else out += `\\X4\\${code.toString(16).toUpperCase().padStart(8, '0')}\\X0\\`
  }
  return `'${out}'`
}
