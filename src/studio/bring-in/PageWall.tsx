'use client'

import CloseIcon from '@mui/icons-material/Close'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import LinearProgress from '@mui/material/LinearProgress'
import Stack from '@mui/material/Stack'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { useRef } from 'react'
import type { Counts } from '@/core/sheet/linework'
import { api, contentUrl, type SheetView, type SourceView, UPLOAD_LIMIT_MB } from '../api'
import { goTo } from '../bench-store'
import { palette } from '../board/palette'
import { refreshSources, tell, underlaysOf, useProject } from '../project/store'
import { PasswordForm } from './PasswordForm'
import { CONTENT_WORDS, paperName, sizeWarning } from './paper'
import { placeSheet } from './place-sheet'
import { bringInFiles, useUploads } from './uploads'

/** The first step: files on their way, and every page of every file as a picture to choose from. */
export function PageWall() {
  const projectId = useProject((project) => project.id)
  const sources = useProject((project) => project.sources)
  const hasSheets = useProject((project) => underlaysOf(project.records).length > 0)
  const uploads = useUploads((state) => state.list)
  const chooser = useRef<HTMLInputElement>(null)
  const latestFirst = [...sources].reverse()

  return (
    <Box sx={{ position: 'absolute', inset: 0, overflow: 'auto', bgcolor: 'background.default', px: 4, py: 3 }}>
      <Stack direction="row" sx={{ alignItems: 'center', gap: 2, mb: 2.5, flexWrap: 'wrap' }}>
        <Typography variant="h1" sx={{ flexGrow: 1 }}>
          Which page do you need?
        </Typography>
        <input
          ref={chooser}
          type="file"
          accept="application/pdf,.pdf"
          multiple
          hidden
          aria-label="Choose PDF files"
          onChange={(event) => {
            void bringInFiles(projectId, [...(event.target.files ?? [])])
            event.target.value = ''
          }}
        />
        <Button variant="contained" onClick={() => chooser.current?.click()}>
          Choose a PDF
        </Button>
        {hasSheets && (
          <Button variant="outlined" onClick={() => goTo('fit')}>
            Back to the board
          </Button>
        )}
      </Stack>
      <Stack sx={{ gap: 1.5, mb: uploads.length > 0 ? 3 : 0 }}>
        {uploads.map(({ key, name, part, problem, stop }) =>
          problem ? (
            <Alert key={key} severity="error" onClose={stop}>
              {problem}
            </Alert>
          ) : (
            <Progress key={key} label={`Sending ${name}`} part={part} onStop={stop} />
          ),
        )}
      </Stack>
      {latestFirst.map((source) => (
        <SourceSection key={source.id} source={source} />
      ))}
      {sources.length === 0 && uploads.length === 0 && <Welcome />}
    </Box>
  )
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
      <Typography variant="h2">Drop a PDF anywhere here</Typography>
      <Typography color="text.secondary" sx={{ mt: 1, maxWidth: 520, mx: 'auto' }}>
        Plans, sections, brochures: every page shows as a picture with its paper size and what it holds. Files up to{' '}
        {UPLOAD_LIMIT_MB} MB.
      </Typography>
    </Box>
  )
}

function Progress({ label, part, onStop }: { label: string; part: number; onStop: () => void }) {
  const percent = Math.round(part * 100)
  return (
    <Stack direction="row" sx={{ alignItems: 'center', gap: 2 }}>
      <Box sx={{ flexGrow: 1 }}>
        <Typography sx={{ fontSize: 13, mb: 0.5 }}>
          {label} · {percent} %
        </Typography>
        <LinearProgress variant="determinate" value={percent} aria-label={label} color="secondary" sx={{ height: 6 }} />
      </Box>
      <Button variant="outlined" size="small" onClick={onStop}>
        Stop
      </Button>
    </Stack>
  )
}

function SourceSection({ source }: { source: SourceView }) {
  const { id, name, status, problem, pageCount, sheets } = source
  const done = sheets.filter((sheet) => sheet.status === 'ready' || sheet.status === 'failed').length
  const remove = () => api.removeSource(id).then(refreshSources, (error: Error) => tell(error.message))
  const used = useProject((project) =>
    underlaysOf(project.records).some(({ sheetId }) => sheets.some((sheet) => sheet.id === sheetId)),
  )
  return (
    <Box component="section" aria-label={name} sx={{ mb: 4 }}>
      <Stack
        direction="row"
        sx={{ alignItems: 'center', gap: 1, mb: 1.5, borderBottom: 1, borderColor: 'divider', pb: 0.5 }}
      >
        <Typography variant="h2" sx={{ overflowWrap: 'anywhere' }}>
          {name}
        </Typography>
        <Typography color="text.secondary" sx={{ flexGrow: 1 }}>
          {pageCount !== null && (pageCount === 1 ? 'one page' : `${pageCount} pages`)}
        </Typography>
        <Tooltip title={used ? 'A sheet of this file lies on the board' : 'Remove this file'}>
          <span>
            <IconButton size="small" aria-label={`Remove ${name}`} disabled={used} onClick={remove}>
              <CloseIcon fontSize="small" />
            </IconButton>
          </span>
        </Tooltip>
      </Stack>
      {problem && status === 'failed' && <Alert severity="error">{problem}</Alert>}
      {status === 'locked' && <PasswordForm sourceId={id} sentence={problem ?? ''} />}
      {status === 'waiting' && <Progress label={`Opening ${name}`} part={0} onStop={remove} />}
      {status === 'reading' && done < sheets.length && (
        <Box sx={{ mb: 2 }}>
          <Progress
            label={`Reading page ${done + 1} of ${sheets.length}`}
            part={done / sheets.length}
            onStop={remove}
          />
        </Box>
      )}
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          p: 0,
          m: 0,
          display: 'grid',
          gap: 2.5,
          gridTemplateColumns: 'repeat(auto-fill, minmax(230px, 1fr))',
        }}
      >
        {sheets.map((sheet) => (
          <PageCard key={sheet.id} source={source} sheet={sheet} />
        ))}
      </Box>
    </Box>
  )
}

/** What a page holds, in figures; what it lacks is left out. */
function countWords({ lines, curves, textRuns, images }: Counts): string {
  const parts: [number, string][] = [
    [lines + curves, 'lines'],
    [textRuns, 'texts'],
    [images, 'images'],
  ]
  const held = parts.filter(([count]) => count > 0)
  return held
    .map(([count, word]) => `${count.toLocaleString('en')} ${count === 1 ? word.slice(0, -1) : word}`)
    .join(' · ')
}

function PageCard({ source, sheet }: { source: SourceView; sheet: SheetView }) {
  const { number, label, widthPt, heightPt, content, counts, pictureHash, status, problem } = sheet
  const title = label && label !== String(number) ? `${number} · ${label}` : `Page ${number}`
  const holds = content ? CONTENT_WORDS[content] : status === 'failed' ? 'not readable' : 'being read …'
  const warning = problem ?? sizeWarning(source.name, widthPt, heightPt)
  return (
    <Box component="li">
      <Box
        component="button"
        type="button"
        disabled={status === 'failed' || !pictureHash}
        onClick={() => placeSheet(source, sheet)}
        aria-label={`${title}, ${paperName(widthPt, heightPt)}, ${holds}: bring in`}
        sx={{
          width: '100%',
          p: 0,
          textAlign: 'left',
          font: 'inherit',
          color: 'inherit',
          cursor: 'pointer',
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'divider',
          boxShadow: `4px 4px 0 ${palette.vellumDeep}`,
          '&:hover:enabled': { borderColor: 'error.main' },
          '&:disabled': { cursor: 'default' },
        }}
      >
        <Box
          sx={{
            height: 170,
            display: 'grid',
            placeItems: 'center',
            p: 1.25,
            borderBottom: 1,
            borderColor: 'divider',
            bgcolor: palette.vellumDeep,
          }}
        >
          {pictureHash && (
            // biome-ignore lint/performance/noImgElement: made by our own server in the size that is needed
            <img
              src={contentUrl(pictureHash)}
              alt=""
              loading="lazy"
              style={{ maxWidth: '100%', maxHeight: 148, boxShadow: '0 1px 4px rgb(38 48 47 / 25%)' }}
            />
          )}
        </Box>
        <Box sx={{ p: 1.25 }}>
          <Typography variant="h3" noWrap>
            {title}
          </Typography>
          <Typography sx={{ fontSize: 13 }} color="text.secondary">
            {paperName(widthPt, heightPt)} · {holds}
          </Typography>
          {counts && (
            <Typography variant="figure" component="p" sx={{ fontSize: 11.5 }} color="text.secondary">
              {countWords(counts)}
            </Typography>
          )}
        </Box>
      </Box>
      {warning && (
        <Typography role="status" color="error" sx={{ fontSize: 12.5, mt: 0.75 }}>
          {warning}
        </Typography>
      )}
    </Box>
  )
}
