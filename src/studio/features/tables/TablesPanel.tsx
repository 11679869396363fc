'use client'

import Box from '@mui/material/Box'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { DataGrid, type GridColDef } from '@mui/x-data-grid'
import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import { grouped } from '@/core/tables/group'
import { tablesOf } from '@/core/tables/registry'
import { type ColumnUnit, type Table, totalsOf } from '@/core/tables/table'
import type { LengthDisplay } from '@/core/units/format'
import { workbench } from '@/studio/board/workbench'
import { HandOverButton } from '@/studio/features/hand-over/feature'
import { useProject } from '@/studio/state/project'
import { useBuilding } from '@/studio/state/use-building'
import { useDisplay } from '@/studio/ui/display'
import { OneOf } from '@/studio/ui/OneOf'
import { CuttingFields } from './CuttingFields'
import { shown } from './shown'

const TableChart = dynamic(() => import('./TableChart'), { ssr: false })

/** In pixels; areas and volumes show with their unit. */
const MIN_WIDTH: Partial<Record<ColumnUnit, number>> = { text: 78, m2: 106, m3: 106 }

function columnsOf({ columns }: Table, display: LengthDisplay): GridColDef[] {
  return columns.map((column) => ({
    field: column.key,
    headerName: column.label,
    flex: column.unit === 'text' ? 1.2 : 1,
    minWidth: MIN_WIDTH[column.unit] ?? 80,
    type: column.unit === 'text' ? 'string' : 'number',
    valueFormatter: (value: unknown) => shown(value, column, display),
  }))
}

/** Tables of the building: sorted and filtered by their heads; what a picked row tells of lights up on the board. */
export function TablesPanel() {
  const building = useBuilding()
  const id = useProject((state) => state.id)
  const [name, setName] = useState('rooms')
  const [groupKey, setGroupKey] = useState('')
  const tables = useMemo(() => tablesOf(building), [building])
  const whole = tables.find((each) => each.name === name) ?? tables[0]!
  const groupable = whole.columns.filter(({ unit }) => unit === 'text' || unit === 'mm').filter(({ summed }) => !summed)
  const by = groupable.find(({ key }) => key === groupKey)
  const key = by?.key
  const table = useMemo(() => (key ? grouped(whole, key) : whole), [whole, key])
  const measures = whole.columns.filter(({ summed }) => summed)
  const display = useDisplay()
  const totals = totalsOf(table)
  return (
    <Stack
      component="section"
      aria-label="Tables"
      sx={{ position: 'absolute', inset: 0, bgcolor: 'background.paper', p: 1.5, gap: 1 }}
    >
      <Stack direction="row" sx={{ alignItems: 'center', gap: 1, overflow: 'auto', flexShrink: 0 }}>
        <OneOf
          label="Table"
          value={table.name}
          words={Object.fromEntries(tables.map((each) => [each.name, each.word]))}
          onChange={setName}
        />
        <Box sx={{ flex: 1 }} />
        {(
          [
            [`csv-${table.name}`, 'CSV'],
            ['xlsx', 'XLSX'],
          ] as const
        ).map(([format, word]) => (
          <HandOverButton
            key={format}
            size="small"
            sx={{ whiteSpace: 'nowrap', flexShrink: 0 }}
            projectId={id}
            format={format}
            word={word}
          >
            Save {word}
          </HandOverButton>
        ))}
      </Stack>
      <Stack direction="row" sx={{ alignItems: 'center', gap: 2, pt: 0.5 }}>
        <TextField
          select
          size="small"
          label="Grouped by"
          value={by?.key ?? ''}
          onChange={({ target }) => setGroupKey(target.value)}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
          sx={{ width: 150 }}
        >
          <MenuItem value="">nothing</MenuItem>
          {groupable.map(({ key, label }) => (
            <MenuItem key={key} value={key}>
              {label}
            </MenuItem>
          ))}
        </TextField>
        {(table.name === 'purchase' || table.name === 'sections') && <CuttingFields />}
      </Stack>
      <Stack direction="row" sx={{ flex: 1, minHeight: 0, gap: 1.5 }}>
        <DataGrid
          key={`${table.name} ${by?.key}`}
          aria-label={table.word}
          density="compact"
          rows={table.rows.map(({ cells, ids }, i) => ({ id: i, ids, ...cells }))}
          columns={columnsOf(table, display)}
          hideFooter
          disableColumnResize
          onRowClick={({ row }) => workbench.pick(row.ids as string[])}
          onCellKeyDown={({ row }, event) => event.key === 'Enter' && workbench.pick(row.ids as string[])}
          localeText={{ noRowsLabel: EMPTY[table.name] ?? 'Nothing yet.' }}
          sx={{ border: 0, flex: 1, minWidth: 0 }}
        />
        {table.rows.length > 1 && measures.length > 0 && <TableChart table={table} display={display} />}
      </Stack>
      <Typography variant="figure" sx={{ fontSize: 12.5 }} data-testid="totals">
        {table.columns
          .filter(({ key }) => key in totals)
          .map((column) => `${column.label} ${shown(totals[column.key], column, display)}`)
          .join(' · ')}
      </Typography>
    </Stack>
  )
}

/** What to do where a table is empty. */
const EMPTY: Readonly<Record<string, string>> = {
  walls: 'No walls yet: trace one.',
  materials: 'No walls of a type yet: choose Wall types on the bench.',
  bodies: 'No slabs, columns, roofs or stairs yet: Trace, Structure.',
  openings: 'No openings yet: Trace, Walls.',
  rooms: 'No rooms yet: Trace, Rooms, and click into one.',
  facade: 'No rooms with outside walls yet.',
}
