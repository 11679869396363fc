'use client'

import Box from '@mui/material/Box'
import { useEffect, useRef, useState } from 'react'
import type { Table, TableColumn } from '@/core/tables/table'
import type { LengthDisplay } from '@/core/units/format'
import { select } from '../bench-store'
import { palette } from '../board/palette'
import { CHART_FIGURE, chartIn, WORD_AXIS } from '../panels/chart'
import { OneOf } from '../panels/OneOf'
import { shown } from './shown'

/** So many bars can still be told apart; the largest are drawn. */
const MOST_BARS = 16

/** One of the sums of a table, row by row: a bar lights up what it tells of. */
export default function TableChart({ table, display }: { readonly table: Table; readonly display: LengthDisplay }) {
  const measures = table.columns.filter(({ summed }) => summed)
  const [key, setKey] = useState(measures.at(-1)?.key ?? '')
  const measure = measures.find((each) => each.key === key) ?? measures[0]
  if (!measure) return null
  return (
    <Box sx={{ width: '46%', minWidth: 240, overflow: 'auto', borderLeft: 1, borderColor: 'divider', pl: 1.5 }}>
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

function Bars({ table, measure, display }: { table: Table; measure: TableColumn; display: LengthDisplay }) {
  const holder = useRef<HTMLDivElement>(null)
  const words = table.columns.filter(({ summed }) => !summed)
  const name = (cells: Table['rows'][number]['cells']) =>
    words.map((column) => shown(cells[column.key], column, display)).join(', ')
  const bars = [...table.rows]
    .map(({ ids, cells }) => ({ ids, name: name(cells), value: Number(cells[measure.key]) }))
    .sort((a, b) => b.value - a.value)
    .slice(0, MOST_BARS)
  const told = JSON.stringify(bars)
  useEffect(() => {
    if (!holder.current) return
    const rows = JSON.parse(told) as typeof bars
    const chart = chartIn(holder.current)
    chart.setOption({
      animation: false,
      grid: { left: 4, right: 72, top: 4, bottom: 4, containLabel: true },
      xAxis: { type: 'value', show: false },
      yAxis: {
        ...WORD_AXIS,
        inverse: true,
        data: rows.map((row) => row.name),
        axisLabel: { ...CHART_FIGURE, width: 165, overflow: 'truncate' },
      },
      series: [
        {
          type: 'bar',
          barMaxWidth: 14,
          itemStyle: { color: palette.wallEdge },
          label: {
            ...CHART_FIGURE,
            show: true,
            position: 'right',
            formatter: ({ value }: { value: number }) => shown(value, measure, display),
          },
          data: rows.map(({ value }) => value),
        },
      ],
    })
    chart.on('click', ({ dataIndex }) => select(rows[dataIndex]?.ids ?? []))
    return () => chart.dispose()
  }, [told, measure, display])
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
