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

/** A named section of the file with its records. */
export interface Section {
  readonly name: string
  readonly records: readonly DxfRecord[]
}

/** More records than any drawing holds; beyond it the file is not read on. */
const MOST_RECORDS = 4_000_000

export function sectionsOf(groups: Iterable<Group>): Section[] {
  const sections: Section[] = []
  let name: string | null = null
  let records: DxfRecord[] = []
  let type = ''
  let held: Group[] = []
  let count = 0
  const close = () => {
    if (type === 'SECTION') {
      name = held.find(({ code }) => code === 2)?.value ?? ''
      records = []
      // The header has no records of its own: its variables follow the section's name.
      if (name === 'HEADER') records.push(new DxfRecord('VARIABLES', held))
      sections.push({ name, records })
    } else if (type === 'ENDSEC') name = null
    else if (type !== '' && name !== null) records.push(new DxfRecord(type, held))
  }
  for (const group of groups) {
    if (group.code !== 0) {
      held.push(group)
      continue
    }
    close()
    if (++count > MOST_RECORDS) break
    type = group.value
    held = []
  }
  close()
  return sections
}

/** The variables of the header by name, each with its groups. */
export function variablesOf(header: DxfRecord | undefined): Map<string, Group[]> {
  const variables = new Map<string, Group[]>()
  let current: Group[] = []
  for (const group of header?.groups ?? []) {
    if (group.code === 9) {
      current = []
      variables.set(group.value, current)
    } else current.push(group)
  }
  return variables
}
