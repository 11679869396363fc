'use client'

import Box from '@mui/material/Box'
import { useEffect, useRef } from 'react'
import type { Estimate } from '@/core/part/price/estimate'
import { chartFigure, chartIn, wordAxis } from '@/studio/ui/chart'
import { palette } from '@/studio/ui/palette'

/** Numbers of pieces that shops ask for. */
const QUANTITIES = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000]

interface PriceChartProps {
  readonly estimate: Estimate
  readonly quantity: number
  readonly currency: string
}

/** What one piece costs by their number, and what the money goes into. */
export default function PriceChart({ estimate, quantity, currency }: PriceChartProps) {
  const holder = useRef<HTMLDivElement>(null)
  const { lines } = estimate
  useEffect(() => {
    if (!holder.current) return
    const chart = chartIn(holder.current)
    const axis = { ...wordAxis(), axisLabel: chartFigure() }
    const value = {
      type: 'value',
      axisLabel: chartFigure(),
      splitNumber: 3,
      splitLine: { lineStyle: { color: palette.line } },
    }
    const near = QUANTITIES.reduce((best, each) =>
      Math.abs(each - quantity) < Math.abs(best - quantity) ? each : best,
    )
    chart.setOption({
      animation: false,
      grid: [
        { left: 44, right: 8, top: 10, height: 86 },
        { left: 74, right: 12, top: 132, height: lines.length * 16 },
      ],
      xAxis: [
        { ...axis, gridIndex: 0, data: QUANTITIES.map(String) },
        { ...value, gridIndex: 1 },
      ],
      yAxis: [
        { ...value, gridIndex: 0, min: 0 },
        { ...axis, gridIndex: 1, inverse: true, data: lines.map(({ word }) => word) },
      ],
      series: [
        {
          type: 'line',
          symbolSize: 5,
          lineStyle: { color: palette.ink },
          data: QUANTITIES.map((each) => ({
            value: estimate.unitCost(each),
            itemStyle: { color: each === near ? palette.red : palette.ink },
          })),
        },
        {
          type: 'bar',
          barMaxWidth: 9,
          xAxisIndex: 1,
          yAxisIndex: 1,
          itemStyle: { color: palette.inkSoft },
          data: lines.map(({ once, each }) => each + once / quantity),
        },
      ],
    })
    return () => chart.dispose()
  }, [estimate, lines, quantity])
  const words = [1, 10, 100].map((each) => `${each}: ${estimate.unitCost(each).toFixed(2)} ${currency}`).join(', ')
  return (
    <Box
      ref={holder}
      role="img"
      aria-label={`One piece by the number made, ${words}; and what the money goes into`}
      sx={{ width: '100%', height: 150 + lines.length * 16 }}
    />
  )
}
