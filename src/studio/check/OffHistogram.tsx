'use client'

import Box from '@mui/material/Box'
import { BarChart } from 'echarts/charts'
import { GridComponent } from 'echarts/components'
import { init, use } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { useEffect, useRef } from 'react'
import { OFF_CLASSES_MM } from '@/core/check/trace-to-sheet'
import { palette } from '../board/palette'

use([BarChart, GridComponent, SVGRenderer])

const WORDS = [...OFF_CLASSES_MM.map((bound) => `≤ ${bound}`), '>']

/** How many traced edges lie how far beside their line on the sheet. @param toleranceMm what is beyond is red */
export default function OffHistogram({
  counts,
  toleranceMm,
}: {
  readonly counts: readonly number[]
  readonly toleranceMm: number
}) {
  const holder = useRef<HTMLDivElement>(null)
  useEffect(() => {
    if (!holder.current) return
    const chart = init(holder.current, undefined, { renderer: 'svg' })
    const figure = { fontFamily: '"IBM Plex Mono", monospace', fontSize: 10.5, color: palette.inkSoft }
    chart.setOption({
      animation: false,
      grid: { left: 4, right: 4, top: 16, bottom: 34 },
      xAxis: {
        type: 'category',
        data: WORDS,
        axisLabel: { ...figure, interval: 0 },
        axisTick: { show: false },
        axisLine: { lineStyle: { color: palette.line } },
        name: 'millimetres beside the line',
        nameLocation: 'middle',
        nameGap: 20,
        nameTextStyle: figure,
      },
      yAxis: { type: 'value', show: false },
      series: [
        {
          type: 'bar',
          barCategoryGap: '12%',
          label: { ...figure, show: true, position: 'top', formatter: ({ value }: { value: number }) => value || '' },
          data: counts.map((value, i) => ({
            value,
            itemStyle: { color: (OFF_CLASSES_MM[i] ?? Infinity) > toleranceMm ? palette.red : palette.wallEdge },
          })),
        },
      ],
    })
    return () => chart.dispose()
  }, [counts, toleranceMm])
  const words = counts.flatMap((count, i) => {
    const bound = OFF_CLASSES_MM[i]
    return count > 0 ? [`${count} ${bound ? `within ${bound} mm` : 'further off'}`] : []
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
