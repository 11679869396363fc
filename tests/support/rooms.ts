/** A file, and the files that it imports. */
export interface Module {
  readonly source: string
  readonly imports: readonly string[]
}

/** The room that a file stands in: a room of the studio, a feature, or a folder of the core; null elsewhere. */
export function roomOf(file: string): string | null {
  const [, feature] = /^src\/studio\/features\/([^/]+)\//.exec(file) ?? []
  if (feature) return `studio/features/${feature}`
  const [, room] = /^src\/((?:studio|core)\/[^/]+)\//.exec(file) ?? []
  return room ?? null
}

/** Rooms that reach one another both ways, by way of any others; each circle by its rooms. Types count as well. */
export function roomCircles(modules: readonly Module[]): string[] {
  const reached = new Map<string, Set<string>>()
  for (const { source, imports } of modules) {
    const from = roomOf(source)
    if (!from) continue
    const others = reached.get(from) ?? new Set()
    reached.set(from, others)
    for (const each of imports) {
      const to = roomOf(each)
      if (to && to !== from) others.add(to)
    }
  }
  const all = new Map([...reached.keys()].map((room) => [room, everythingFrom(room, reached)]))
  const circles = [...all].flatMap(([room, far]) => {
    const mutual = [...far].filter((other) => all.get(other)?.has(room))
    return mutual.length > 0 ? [[...new Set([room, ...mutual])].sort().join(', ')] : []
  })
  return [...new Set(circles)]
}

function everythingFrom(room: string, reached: ReadonlyMap<string, ReadonlySet<string>>): ReadonlySet<string> {
  const far = new Set<string>()
  const open = [room]
  for (let next = open.pop(); next !== undefined; next = open.pop())
    for (const other of reached.get(next) ?? [])
      if (!far.has(other)) {
        far.add(other)
        open.push(other)
      }
  return far
}
