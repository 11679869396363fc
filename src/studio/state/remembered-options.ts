import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'
import { type AnyGroup, type ChosenValues, isRemembered, type Option } from '@/studio/kernel/options'
import { useBench } from './bench'
import { onUnitSystem } from './unit-system'

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
export function rememberOptions(groups: readonly AnyGroup[]): () => void {
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
    const remembered = { ...useRemembered.getState() }
    for (const group of groups.filter(({ name }) => chosen[name] !== before[name]))
      for (const [key, option] of Object.entries(group.options)) {
        const [now, former] = [chosen, before].map((all) => (all[group.name] ?? group.initial)[key])
        if (now === former || !isRemembered(option, now)) continue
        const kept = remembered[placeOf(option)]
        remembered[placeOf(option)] = { ...kept, [group.name]: { ...kept[group.name], [key]: now } }
      }
    useRemembered.setState(remembered)
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
