/**
 * Remembers what was gathered from a set of records. Sets of records never change, a change makes another one; so what
 * every frame asks for is looked for once, however many records there are.
 */
export function keptByRecords<Records extends object, Kind>(
  gather: (records: Records) => readonly Kind[],
): (records: Records) => readonly Kind[] {
  const kept = new WeakMap<Records, readonly Kind[]>()
  return (records) => {
    const known = kept.get(records)
    if (known) return known
    const found = gather(records)
    kept.set(records, found)
    return found
  }
}
