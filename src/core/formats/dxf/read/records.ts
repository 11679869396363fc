import type { Group } from './tokens'

/** A record of a DXF file: its type and its groups. What follows a code 0 up to the next. */
export class DxfRecord {
  constructor(
    readonly type: string,
    readonly groups: readonly Group[],
  ) {}

  text(code: number): string | undefined {
    return this.groups.find((group) => group.code === code)?.value
  }

  /** A number, or `usual` where there is none. A figure that is none is NaN, for the caller to leave out. */
  number(code: number, usual = 0): number {
    const value = this.text(code)
    return value === undefined ? usual : toNumber(value)
  }

  numbers(code: number): number[] {
    return this.groups.filter((group) => group.code === code).map(({ value }) => toNumber(value))
  }
}

export const toNumber = (value: string): number => (value === '' ? Number.NaN : Number(value))

/** A record with the section that it stands in. */
export interface Placed {
  readonly section: string
  readonly record: DxfRecord
}

/** The records of a file, one after another; the variables of the header, which are no records, as one of type VARIABLES. */
export function* recordsOf(groups: Iterable<Group>): Generator<Placed> {
  let section = ''
  let type = ''
  let held: Group[] = []
  const close = (): Placed | null => {
    const record = new DxfRecord(type, held)
    if (type === 'SECTION') {
      section = record.text(2) ?? ''
      return section === 'HEADER' ? { section, record: new DxfRecord('VARIABLES', held) } : null
    }
    if (type === 'ENDSEC') section = ''
    return section === '' ? null : { section, record }
  }
  for (const group of groups) {
    if (group.code !== 0) {
      held.push(group)
      continue
    }
    const placed = close()
    if (placed) yield placed
    // What stands behind the end of the file is not of it.
    if (group.value === 'EOF') return
    type = group.value
    held = []
  }
  const last = close()
  if (last) yield last
}

/** The variables of the header by name, each with its groups. */
export function variablesOf(header: DxfRecord): Map<string, Group[]> {
  const variables = new Map<string, Group[]>()
  let current: Group[] = []
  for (const group of header.groups) {
    if (group.code === 9) {
      current = []
      variables.set(group.value, current)
    } else current.push(group)
  }
  return variables
}
