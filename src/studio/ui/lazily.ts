import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'

const loads: (() => Promise<unknown>)[] = []

/** A component whose code comes when it is first shown, or before that while the browser has nothing else to do. */
export function lazily<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  loads.push(load)
  return dynamic(load, { ssr: false })
}

/** Fetches the code of everything that is shown lazily, one after another, whenever the browser is idle. */
export function prefetchWhenIdle(): void {
  const next = loads.shift()
  if (!next) return
  const idle = globalThis.requestIdleCallback ?? ((work: () => void) => setTimeout(work, 200))
  idle(() => void next().then(prefetchWhenIdle, () => undefined))
}
