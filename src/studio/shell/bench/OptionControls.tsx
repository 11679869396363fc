'use client'

import { formatLength, partDisplay } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { toolContext, workbench } from '@/studio/board/workbench'
import type { Control } from '@/studio/kernel/options'
import { EMPTY_SESSION } from '@/studio/kernel/session'
import { useBench } from '@/studio/state/bench'
import { ChoiceField } from '@/studio/ui/ChoiceField'
import { useDisplay } from '@/studio/ui/display'
import { OneOf } from '@/studio/ui/OneOf'

/** The options of the tool in hand, drawn from their declarations. */
export function OptionControls() {
  const tool = useBench((bench) => bench.tool)
  useBench((bench) => bench.chosen)
  return tool.options?.(toolContext()).map((control) => <OptionControl key={control.key} control={control} />)
}

/** One option. */
function OptionControl({ control: { group, key, option } }: { readonly control: Control }) {
  const now = useBench(({ chosen }) => (chosen[group.name] ?? group.initial)[key])
  const display = useDisplay()
  const take = (value: unknown) => workbench.choose({ group, values: { [key]: value } })
  switch (option.control) {
    case 'words':
      return (
        <OneOf
          label={option.label}
          value={String(now)}
          words={option.words}
          onChange={(value) => {
            take(value)
            if (option.anew) workbench.update(EMPTY_SESSION)
          }}
        />
      )
    case 'either':
      return (
        <OneOf
          label={option.label}
          value={now ? 'on' : 'off'}
          words={{ on: option.on, off: option.off }}
          onChange={(value) => take(value === 'on')}
        />
      )
    case 'length':
      return (
        <ChoiceField
          label={option.label}
          name={`choice-${key}`}
          value={formatLength(Number(now), option.fine ? partDisplay(display) : display, false)}
          onTake={(text) => {
            const mm = /^[+-]?0$/.test(text.trim()) ? 0 : parseLength(text, display.unit)
            if (option.leastMm !== undefined && !(mm >= option.leastMm))
              throw new Error(`${option.label} is too little.`)
            if (option.leastMm === undefined && !(mm > 0)) throw new Error(`${option.label} is more than nothing.`)
            take(mm)
          }}
        />
      )
    case 'number':
      return (
        <ChoiceField
          label={option.label}
          name={`choice-${key}`}
          width={52}
          value={String(now)}
          onTake={(text) => {
            const value = Number(text.replace(',', '.'))
            if (!(value >= option.least && value <= option.most))
              throw new Error(`Type a number of ${option.least} to ${option.most}.`)
            take(option.whole ? Math.round(value) : value)
          }}
        />
      )
    case 'none':
      return null
  }
}
