import type { ProjectRecord } from './registry'

type Records = ReadonlyMap<string, ProjectRecord>

/** What a record can't be without: an opening its wall, a plate the member that it closes, bolts their plate, an insert its symbol. */
export function hostOf(record: ProjectRecord): string | undefined {
  switch (record.kind) {
    case 'opening':
      return record.wallId
    case 'plate':
      return record.on?.to
    case 'bolts':
      return record.plateId
    case 'insert':
      return record.symbolId
    default:
      return undefined
  }
}

/** Ids of what belongs to something that goes, directly or by way of others. */
export function belongingsOf(ids: Iterable<string>, records: Records): readonly string[] {
  const gone = new Set(ids)
  const hosted = [...records.values()].filter((record) => hostOf(record) !== undefined)
  const found: string[] = []
  for (let grown = true; grown; ) {
    grown = false
    for (const record of hosted)
      if (!gone.has(record.id) && gone.has(hostOf(record)!)) {
        gone.add(record.id)
        found.push(record.id)
        grown = true
      }
  }
  return found
}
