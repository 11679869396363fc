'use client'

import Box from '@mui/material/Box'
import { useEffect, useRef } from 'react'
import { residualOf } from '@/core/fit/residual'
import type { KnownDimension, Underlay } from '@/core/model/underlay/schema'
import { formatLength } from '@/core/units/format'
import { light } from '@/studio/state/bench'
import { chartFigure, chartIn, wordAxis } from '@/studio/ui/chart'
import { useDisplay } from '@/studio/ui/display'
import { palette } from '@/studio/ui/palette'

const ROW_PX = 17

interface ResidualChartProps {
  readonly underlay: Underlay
  readonly dimensions: readonly KnownDimension[]
  readonly doubted: ReadonlySet<string>
}

/** Stated minus drawn in thousandths, a bar for each known dimension; the one that is pointed at lights up on the board. */
export default function ResidualChart({ underlay, dimensions, doubted }: ResidualChartProps) {
  const holder = useRef<HTMLDivElement>(null)
  const display = useDisplay()
  const height = dimensions.length * ROW_PX + 30
  useEffect(() => {
    if (!holder.current) return
    const chart = chartIn(holder.current)
    chart.setOption({
      animation: false,
      grid: { left: 74, right: 10, top: 4, bottom: 22 },
      xAxis: {
        type: 'value',
        axisLabel: { ...chartFigure(), formatter: '{value} ‰' },
        splitNumber: 3,
        splitLine: { lineStyle: { color: palette.line } },
      },
      yAxis: {
        ...wordAxis(),
        inverse: true,
        data: dimensions.map(({ statedMm }) => formatLength(statedMm, display, false)),
        axisLabel: chartFigure(),
      },
      series: [
        {
          type: 'bar',
          barMaxWidth: 9,
          data: dimensions.map((dimension) => ({
            value: residualOf(underlay.placement, dimension).perThousand,
            itemStyle: {
              color: doubted.has(dimension.id) ? palette.red : palette.inkSoft,
              // Those that only check are hollow.
              ...(dimension.role === 'check' && {
                color: 'transparent',
                borderColor: doubted.has(dimension.id) ? palette.red : palette.inkSoft,
                borderWidth: 1.5,
              }),
            },
          })),
        },
      ],
    })
    const at = (index: number) => {
      const dimension = dimensions[index]
      light(dimension ? { underlayId: underlay.id, fromPt: dimension.fromPt, toPt: dimension.toPt } : null)
    }
    const over = ({ offsetX, offsetY }: { offsetX: number; offsetY: number }) => {
      const [, row] = chart.convertFromPixel({ gridIndex: 0 }, [offsetX, offsetY]) as [number, number]
      at(Math.round(row))
    }
    chart.getZr().on('mousemove', over)
    chart.getZr().on('globalout', () => light(null))
    return () => {
      chart.dispose()
      light(null)
    }
  }, [underlay, dimensions, doubted, display])
  const worst = Math.max(
    ...dimensions.map((dimension) => Math.abs(residualOf(underlay.placement, dimension).perThousand)),
  )
  return (
    <Box
      ref={holder}
      role="img"
      aria-label={`Residuals of ${dimensions.length} known lengths, the largest ${worst.toFixed(2)} thousandths`}
      sx={{ width: '100%', height, mt: 1 }}
    />
  )
}
