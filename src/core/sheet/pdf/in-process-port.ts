/** The part of a worker's message port that pdf.js uses. */
export interface MessagePortLike {
  postMessage(data: unknown): void
  addEventListener(type: string, listener: (event: { data: unknown }) => void): void
  removeEventListener(type: string, listener: (event: { data: unknown }) => void): void
  terminate(): void
}

/** Looks at a message on its way; what it returns is delivered in its place. */
export type Tap = (data: unknown) => unknown

/**
 * Two ends of a channel within one thread. Messages are handed over as they are, not cloned, and the first end can tap
 * what arrives: so a page's operators are read as they stream in, and never pile up.
 */
export function inProcessPorts(tap: Tap): [near: MessagePortLike, far: MessagePortLike] {
  const near = new Port((data) => far.deliver(data))
  const far = new Port((data) => near.deliver(tap(data)))
  return [near, far]
}

class Port implements MessagePortLike {
  private readonly listeners = new Set<(event: { data: unknown }) => void>()

  constructor(private readonly send: (data: unknown) => void) {}

  postMessage(data: unknown): void {
    this.send(data)
  }

  deliver(data: unknown): void {
    queueMicrotask(() => {
      for (const listener of [...this.listeners]) listener({ data })
    })
  }

  addEventListener(type: string, listener: (event: { data: unknown }) => void): void {
    if (type === 'message') this.listeners.add(listener)
  }

  removeEventListener(_type: string, listener: (event: { data: unknown }) => void): void {
    this.listeners.delete(listener)
  }

  terminate(): void {
    this.listeners.clear()
  }
}
