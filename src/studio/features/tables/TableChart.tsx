'use client'

import Box from '@mui/material/Box'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Table, TableColumn } from '@/core/tables/table'
import type { LengthDisplay } from '@/core/units/format'
import { workbench } from '@/studio/board/workbench'
import { chartFigure, chartIn, wordAxis } from '@/studio/ui/chart'
import { OneOf } from '@/studio/ui/OneOf'
import { palette } from '@/studio/ui/palette'
import { shown } from './shown'

/** So many bars can still be told apart; the largest are drawn. */
const MOST_BARS = 16

/** Tables of more columns want the room themselves. */
const MOST_BESIDE = 8

/** One of the sums of a table, row by row: a bar lights up what it tells of. */
export default function TableChart({ table, display }: { readonly table: Table; readonly display: LengthDisplay }) {
  const measures = table.columns.filter(({ summed }) => summed)
  const [key, setKey] = useState(measures.at(-1)?.key ?? '')
  const measure = measures.find((each) => each.key === key) ?? measures[0]
  if (!measure) return null
  return (
    <Box
      sx={{
        width: table.columns.length > MOST_BESIDE ? '30%' : '46%',
        minWidth: 220,
        overflow: 'auto',
        borderLeft: 1,
        borderColor: 'divider',
        pl: 1.5,
      }}
    >
      <OneOf
        label="What the chart shows"
        value={measure.key}
        words={Object.fromEntries(measures.map((each) => [each.key, each.label]))}
        onChange={setKey}
      />
      <Bars table={table} measure={measure} display={display} />
    </Box>
  )
}

interface Bar {
  readonly ids: readonly string[]
  readonly name: string
  readonly value: number
}

/** The largest rows of a table by one of its sums. */
function barsOf({ columns, rows }: Table, measure: TableColumn, display: LengthDisplay): Bar[] {
  const words = columns.filter(({ summed }) => !summed).slice(0, columns.length > MOST_BESIDE ? 1 : undefined)
  return rows
    .map(({ ids, cells }) => ({
      ids,
      name: words
        .map((column) => shown(cells[column.key], column, display))
        .filter((word) => word !== '')
        .join(', '),
      value: Number(cells[measure.key]),
    }))
    .sort((a, b) => b.value - a.value)
    .slice(0, MOST_BARS)
}

function Bars({ table, measure, display }: { table: Table; measure: TableColumn; display: LengthDisplay }) {
  const holder = useRef<HTMLDivElement>(null)
  const bars = useMemo(() => barsOf(table, measure, display), [table, measure, display])
  useEffect(() => {
    if (!holder.current) return
    const chart = chartIn(holder.current)
    chart.setOption({
      animation: false,
      grid: { left: 4, right: 72, top: 4, bottom: 4, containLabel: true },
      xAxis: { type: 'value', show: false },
      yAxis: {
        ...wordAxis(),
        inverse: true,
        data: bars.map(({ name }) => name),
        axisLabel: { ...chartFigure(), width: 165, overflow: 'truncate' },
      },
      series: [
        {
          type: 'bar',
          barMaxWidth: 14,
          itemStyle: { color: palette.wallEdge },
          label: {
            ...chartFigure(),
            show: true,
            position: 'right',
            formatter: ({ value }: { value: number }) => shown(value, measure, display),
          },
          data: bars.map(({ value }) => value),
        },
      ],
    })
    chart.on('click', ({ dataIndex }) => workbench.pick(bars[dataIndex]?.ids ?? []))
    return () => chart.dispose()
  }, [bars, measure, display])
  const said = bars.map((bar) => `${bar.name} ${shown(bar.value, measure, display)}`).join('; ')
  return (
    <Box
      ref={holder}
      role="img"
      aria-label={`${measure.label}: ${said}`}
      sx={{ width: '100%', height: Math.max(70, bars.length * 20 + 10) }}
    />
  )
}
