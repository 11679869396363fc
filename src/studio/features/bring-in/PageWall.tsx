'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, useState } from 'react'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { goTo } from '@/studio/board/workbench'
import { api, UPLOAD_LIMIT_MB } from '@/studio/state/api'
import { useProject } from '@/studio/state/project'
import { FileChooser } from './FileChooser'
import { FindField, useFound } from './FindField'
import { PageCard } from './PageCard'
import { PageViewer } from './PageViewer'
import { PlacingTray } from './PlacingTray'
import { RevisionDialog } from './RevisionDialog'
import { SourceHeading } from './SourceHeading'
import { UploadList } from './UploadList'
import { useUploads } from './uploads'
import { type WallRow, wallRows } from './wall-rows'

const CARD_WIDTH = 230
const GAP = 20
const HEADING_HEIGHT = 60
const PAGES_HEIGHT = 268

/** The first step: files on their way, and every page of every file as a picture to choose from. Only what is seen is drawn. */
export function PageWall() {
  const sources = useProject((project) => project.sources)
  const hasSheets = useProject((project) => underlaysOf(project.records).length > 0)
  const uploading = useUploads((state) => state.list.length > 0)
  const scroller = useRef<HTMLDivElement>(null)
  const columns = useColumns(scroller)
  const found = useFound()
  const rows = wallRows(sources, columns, found.sheetIds)
  const order = rows.flatMap((row) => (row.kind === 'pages' ? row.sheets.map(({ id }) => id) : []))
  const virtualizer = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => (rows[index]?.kind === 'source' ? HEADING_HEIGHT : PAGES_HEIGHT),
    getItemKey: (index) => rowKey(rows[index]!),
    overscan: 2,
  })
  const shown = virtualizer.getVirtualItems()
  useLookedAt(shown.flatMap(({ index }) => waitingIn(rows[index])))

  return (
    <Box
      sx={{ position: 'absolute', inset: 0, display: 'flex', flexDirection: 'column', bgcolor: 'background.default' }}
    >
      <Box ref={scroller} sx={{ flex: 1, minHeight: 0, overflow: 'auto', px: 4, py: 3 }}>
        <Stack direction="row" sx={{ alignItems: 'center', gap: 2, mb: 2, flexWrap: 'wrap' }}>
          <Typography variant="h1" sx={{ flexGrow: 1 }}>
            Which page do you need?
          </Typography>
          {sources.length > 0 && <FindField found={found} />}
          <FileChooser label="Choose files" />
          {hasSheets && (
            <Button variant="outlined" onClick={() => goTo('fit')}>
              Back to the board
            </Button>
          )}
        </Stack>
        <UploadList />
        <Box component="section" aria-label="Pages" sx={{ position: 'relative', height: virtualizer.getTotalSize() }}>
          {shown.map(({ key, index, start }) => (
            <Box
              key={key}
              ref={virtualizer.measureElement}
              data-index={index}
              sx={{
                position: 'absolute',
                top: 0,
                left: 0,
                right: 0,
                transform: `translateY(${start}px)`,
                pb: `${GAP}px`,
              }}
            >
              <Row row={rows[index]!} columns={columns} order={order} lines={found.lines} />
            </Box>
          ))}
        </Box>
        {sources.length === 0 && !uploading && <Welcome />}
      </Box>
      <PlacingTray />
      <PageViewer order={order} />
      <RevisionDialog />
    </Box>
  )
}

const rowKey = (row: WallRow) => (row.kind === 'source' ? row.source.id : row.sheets[0]!.id)

/** Pages of a row that have no picture yet. */
const waitingIn = (row: WallRow | undefined): string[] =>
  row?.kind === 'pages' ? row.sheets.filter(({ status }) => status === 'waiting').map(({ id }) => id) : []

function Row({
  row,
  columns,
  order,
  lines,
}: {
  row: WallRow
  columns: number
  order: readonly string[]
  lines: ReadonlyMap<string, string>
}) {
  if (row.kind === 'source') return <SourceHeading source={row.source} />
  return (
    <Box
      component="ul"
      aria-label={`Pages of ${row.source.name}`}
      sx={{
        listStyle: 'none',
        p: 0,
        m: 0,
        display: 'grid',
        gap: `${GAP}px`,
        gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
      }}
    >
      {row.sheets.map((sheet) => (
        <PageCard key={sheet.id} source={row.source} sheet={sheet} order={order} line={lines.get(sheet.id) ?? null} />
      ))}
    </Box>
  )
}

function useColumns(scroller: React.RefObject<HTMLDivElement | null>): number {
  const [columns, setColumns] = useState(4)
  useEffect(() => {
    const element = scroller.current
    if (!element) return
    const observer = new ResizeObserver(() =>
      setColumns(Math.max(1, Math.floor((element.clientWidth - 64 + GAP) / (CARD_WIDTH + GAP)))),
    )
    observer.observe(element)
    return () => observer.disconnect()
  }, [scroller])
  return columns
}

/** Tells the server which pages are waited for, once the wall rests. */
function useLookedAt(sheetIds: readonly string[]): void {
  const key = sheetIds.join()
  useEffect(() => {
    if (key === '') return
    const timer = setTimeout(() => {
      const { id } = useProject.getState()
      void api.prefer(id, key.split(','), 'pictures').catch(() => undefined)
    }, 250)
    return () => clearTimeout(timer)
  }, [key])
}

function Welcome() {
  return (
    <Box
      sx={{
        border: '1.5px dashed',
        borderColor: 'text.secondary',
        p: 5,
        textAlign: 'center',
        bgcolor: 'background.paper',
      }}
    >
      <Typography variant="h2">Drop plans anywhere here</Typography>
      <Typography color="text.secondary" sx={{ mt: 1, maxWidth: 560, mx: 'auto' }}>
        PDF, scans and photos (PNG, JPEG, WebP, TIFF), SVG, DXF (also as a ZIP with its files) and IFC: every page shows
        as a picture with its paper size and what it holds. Files up to {UPLOAD_LIMIT_MB} MB.
      </Typography>
    </Box>
  )
}
