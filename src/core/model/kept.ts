/**
 * Remembers what was gathered from a set of records. Sets of records never change, a change makes another one; so what
 * every frame asks for is looked for once, however many records there are.
 */
export function keptByRecords<Records extends object, Found>(
  gather: (records: Records) => Found,
): (records: Records) => Found {
  const kept = new WeakMap<Records, Found>()
  return (records) => {
    const known = kept.get(records)
    if (known !== undefined) return known
    const found = gather(records)
    kept.set(records, found)
    return found
  }
}
