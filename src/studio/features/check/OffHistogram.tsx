'use client'

import Box from '@mui/material/Box'
import { useEffect, useRef } from 'react'
import { OFF_CLASSES_MM, OFF_COLOURS } from '@/core/check/off-classes'
import { formatLength } from '@/core/units/format'
import { toolContext } from '@/studio/board/workbench'
import { chartFigure, chartIn, wordAxis } from '@/studio/ui/chart'

const WORDS = [...OFF_CLASSES_MM.map((bound) => `≤ ${bound}`), '>']

/** How many traced edges lie how far beside their line on the sheet, in the colours that they have on the board. */
export default function OffHistogram({ counts }: { readonly counts: readonly number[] }) {
  const holder = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (!holder.current) return
    const chart = chartIn(holder.current)
    chart.setOption({
      animation: false,
      grid: { left: 4, right: 4, top: 16, bottom: 34 },
      xAxis: {
        ...wordAxis(),
        data: WORDS,
        axisLabel: { ...chartFigure(), interval: 0 },
        name: 'millimetres beside the line',
        nameLocation: 'middle',
        nameGap: 20,
        nameTextStyle: chartFigure(),
      },
      yAxis: { type: 'value', show: false },
      series: [
        {
          type: 'bar',
          barCategoryGap: '12%',
          label: {
            ...chartFigure(),
            show: true,
            position: 'top',
            formatter: ({ value }: { value: number }) => value || '',
          },
          data: counts.map((value, i) => ({
            value,
            itemStyle: { color: OFF_COLOURS[i]! },
          })),
        },
      ],
    })
    return () => chart.dispose()
  }, [counts])
  const words = counts.flatMap((count, i) => {
    const bound = OFF_CLASSES_MM[i]
    return count > 0
      ? [`${count} ${bound ? `within ${formatLength(bound, toolContext().display)}` : 'further off'}`]
      : []
  })
  return (
    <Box
      ref={holder}
      role="img"
      aria-label={`Distances of traced edges from the sheet: ${words.join(', ')}`}
      sx={{ width: '100%', height: 130 }}
    />
  )
}
