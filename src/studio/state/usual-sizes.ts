import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'
import { shownDisplayOf } from '@/core/model/settings/schema'
import { isImperial } from '@/core/units/format'
import { type AnyGroup, type ChosenValues, isRemembered, type Option } from '@/studio/kernel/options'
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

/** What this browser remembers of the options of tools: sizes of metric jobs and of those in feet and inches, and the rest. */
export const useRemembered = create<Readonly<Record<'metric' | 'imperial' | 'always', ChosenValues>>>()(
  persist(() => ({ metric: {}, imperial: {}, always: {} }), {
    name: 'calque-options',
    storage: createJSONStorage(() => localStorage),
  }),
)

/**
 * Options stand as this person left them, sizes as they were left in a job of the same units; sizes that nobody chose are
 * the usual ones of the unit. @returns a function that stops that
 */
export function followUnit(groups: readonly AnyGroup[]): () => void {
  let imperial = false
  let bringing = false
  /** Where an option is remembered. */
  const placeOf = (option: Option) => (isSize(option) ? (imperial ? 'imperial' : 'metric') : 'always')
  const usual = ({ initial, imperial: inches }: Option) => (imperial && inches !== undefined ? inches : initial)
  const bring = () => {
    const remembered = useRemembered.getState()
    bringing = true
    useBench.setState(({ chosen }) => ({
      chosen: mapped(groups, (group, key, option) => {
        const now = (chosen[group.name] ?? group.initial)[key]
        const found = remembered[placeOf(option)][group.name]?.[key]
        if (isRemembered(option, found)) return found
        // A size that was chosen in the other units is none that this person chose in these.
        if (isSize(option) && isRemembered(option, now)) return usual(option)
        const { initial, imperial: inches } = option
        return inches !== undefined && now === (imperial ? initial : inches) ? usual(option) : now
      }),
    }))
    bringing = false
  }
  const keep = (chosen: ChosenValues, before: ChosenValues) => {
    for (const group of groups.filter(({ name }) => chosen[name] !== before[name]))
      for (const [key, option] of Object.entries(group.options)) {
        const [now, former] = [chosen, before].map((all) => (all[group.name] ?? group.initial)[key])
        if (now === former || !isRemembered(option, now)) continue
        useRemembered.setState((remembered) => {
          const place = placeOf(option)
          const kept = remembered[place]
          return { [place]: { ...kept, [group.name]: { ...kept[group.name], [key]: now } } }
        })
      }
  }
  bring()
  const stopUnit = onUnitSystem((next) => {
    imperial = next
    bring()
  })
  const stopBench = useBench.subscribe(({ chosen }, before) => {
    if (!bringing && chosen !== before.chosen) keep(chosen, before.chosen)
  })
  return () => {
    stopUnit()
    stopBench()
  }
}

/** Whether it is a size, of which other figures are round in feet and inches. */
const isSize = ({ control, imperial }: Option): boolean => control === 'length' || imperial !== undefined

/** All groups with a value for each option. */
function mapped(
  groups: readonly AnyGroup[],
  value: (group: AnyGroup, key: string, option: Option) => unknown,
): ChosenValues {
  return Object.fromEntries(
    groups.map((group) => [
      group.name,
      Object.fromEntries(Object.entries(group.options).map(([key, option]) => [key, value(group, key, option)])),
    ]),
  )
}
