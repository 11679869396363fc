import { shownDisplayOf } from '@/core/model/settings/schema'
import { isImperial } from '@/core/units/format'
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
