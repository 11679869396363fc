import { shownDisplayOf } from '@/core/model/settings/schema'
import { isImperial } from '@/core/units/format'
import { type AnyGroup, choosing } from '@/studio/kernel/options'
import { useBench } from './bench'
import { useProject } from './project'

/** Hears when the job goes over to feet and inches, or back; at once where it is in them already. @returns a function that stops that */
export function onUnitSystem(listener: (imperial: boolean) => void): () => void {
  let imperial = false
  const look = () => {
    const next = isImperial(shownDisplayOf(useProject.getState().records))
    if (next === imperial) return
    imperial = next
    listener(imperial)
  }
  look()
  return useProject.subscribe(({ records }, before) => {
    if (records !== before.records) look()
  })
}

/** Sizes that nobody chose are the usual ones of the unit of the job. @returns a function that stops that */
export const followUnit = (groups: readonly AnyGroup[]): (() => void) =>
  onUnitSystem((imperial) => {
    const { chosen } = useBench.getState()
    const next = groups.reduce((all, group) => {
      const now = all[group.name] ?? group.initial
      const values = Object.fromEntries(
        Object.entries(group.options).flatMap(([key, { initial, imperial: inches }]) => {
          const [from, to] = imperial ? [initial, inches] : [inches, initial]
          return inches !== undefined && now[key] === from ? [[key, to]] : []
        }),
      )
      return Object.keys(values).length > 0 ? choosing({ group, values }, all) : all
    }, chosen)
    if (next !== chosen) useBench.setState({ chosen: next })
  })
