'use client'

import ChevronLeft from '@mui/icons-material/ChevronLeft'
import ChevronRight from '@mui/icons-material/ChevronRight'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import dynamic from 'next/dynamic'
import { useEffect, useMemo } from 'react'
import { sayDoubt, sayUntraced } from '@/core/check/say'
import { toleranceOf } from '@/core/check/tolerance'
import { countByClass, type EdgeMatch } from '@/core/check/trace-to-sheet'
import type { Untraced } from '@/core/check/untraced'
import type { WallDoubt } from '@/core/check/wall-on-sheet'
import { boxOf, grow } from '@/core/geometry/box'
import { distance } from '@/core/geometry/vector'
import { settingsOf } from '@/core/model/settings/schema'
import { isShape, kindOf } from '@/core/model/shapes'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { counted, formatLength } from '@/core/units/format'
import { toolContext, workbench } from '@/studio/board/workbench'
import { HandOverButton } from '@/studio/features/hand-over/feature'
import { useBench } from '@/studio/state/bench'
import { useProject } from '@/studio/state/project'
import { useSheetData } from '@/studio/state/sheet-data'
import { showBox } from '@/studio/state/view'
import { useDisplay } from '@/studio/ui/display'
import { compareAgainst, compareWithSheets, lookForMissing } from './compare-sheets'
import { useTraceCheck } from './trace-check'

const OffHistogram = dynamic(() => import('./OffHistogram'), { ssr: false })

/** So many of the worst can be walked through. */
const WORST = 30
/** What shows around an edge that is looked at. */
const AROUND_MM = 800

/** Shows an edge on the board and picks its element. */
function look(match: EdgeMatch | WallDoubt | Untraced): void {
  useTraceCheck.setState({ looked: match })
  workbench.pick('elementId' in match ? [match.elementId] : [])
  showBox(grow(boxOf([match.start, match.end]), AROUND_MM))
}

/** Everything traced against the lines of the sheet: how many edges lie how far beside them, and the worst of them. */
export function TraceCheckPanel() {
  const records = useProject((project) => project.records)
  const sheets = useSheetData((data) => data.byHash)
  const levelId = useBench((bench) => bench.levelId)
  const { matches, doubts, left, busy, looked, against } = useTraceCheck()
  const projectId = useProject((project) => project.id)
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is compared depends on them
  useEffect(() => {
    void compareWithSheets()
  }, [records, sheets, levelId, against])
  const display = useDisplay()
  const { mm: toleranceMm } = toleranceOf(settingsOf(records))
  const counts = useMemo(() => countByClass(matches), [matches])
  if (matches.length === 0) return null
  const found = matches.filter((match) => match.found !== null)
  const out = found.filter((match) => match.found!.offMm > toleranceMm).length
  const worst = [...found].sort((a, b) => b.found!.offMm - a.found!.offMm).slice(0, WORST)
  const at = looked && 'found' in looked ? worst.findIndex((each) => isSameEdge(each, looked)) : -1
  const alone = matches.length - found.length
  return (
    <Stack component="section" aria-label="Traced edges against the sheet" sx={{ mb: 2 }}>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        Traced edges against the sheet
      </Typography>
      <Typography role="status" color={out > 0 ? 'error' : 'text.secondary'}>
        {out > 0
          ? `${out} of ${found.length} lie more than ${formatLength(toleranceMm, display)} beside their line.`
          : `All ${found.length} lie within ${formatLength(toleranceMm, display)} of their line.`}
        {alone > 0 && ` ${alone} ${alone === 1 ? 'has' : 'have'} no line of a sheet near.`}
        {left > 0 && ` ${left.toLocaleString('en')} more lines are not compared.`}
        {busy && ' Comparing …'}
      </Typography>
      <AgainstChoice />
      {found.length > 0 && <OffHistogram counts={counts} />}
      {worst.length > 0 && (
        <Stack direction="row" sx={{ alignItems: 'center', gap: 0.5 }}>
          <IconButton
            size="small"
            aria-label="The worse one before"
            disabled={at <= 0}
            onClick={() => look(worst[at - 1]!)}
          >
            <ChevronLeft fontSize="small" />
          </IconButton>
          <Button size="small" sx={{ flex: 1 }} onClick={() => look(worst[Math.max(0, at)]!)}>
            {at < 0 ? 'Walk through the worst' : sentenceOf(worst[at]!)}
          </Button>
          <IconButton
            size="small"
            aria-label="The next one"
            disabled={at >= worst.length - 1}
            onClick={() => look(worst[at + 1]!)}
          >
            <ChevronRight fontSize="small" />
          </IconButton>
        </Stack>
      )}
      <Doubts doubts={doubts.filter(({ mm }) => mm > toleranceMm)} />
      <Missing />
      <HandOverButton
        size="small"
        variant="outlined"
        projectId={projectId}
        format="pdf-check"
        word="PDF of the check"
        sx={{ alignSelf: 'start', mt: 1 }}
      >
        Save report
      </HandOverButton>
    </Stack>
  )
}

/** Where the sheet shows otherwise what was traced: walls that run on, openings that are missing or lie elsewhere. */
function Doubts({ doubts }: { doubts: readonly WallDoubt[] }) {
  const display = useDisplay()
  if (doubts.length === 0)
    return (
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        Walls and openings lie where the sheet shows them.
      </Typography>
    )
  return (
    <Stack component="ul" aria-label="Shown otherwise by the sheet" sx={{ listStyle: 'none', p: 0, m: 0, mt: 0.5 }}>
      <Typography component="li" color="error">
        {doubts.length === 1
          ? 'The sheet shows one thing otherwise.'
          : `The sheet shows ${doubts.length} things otherwise.`}
      </Typography>
      {doubts.slice(0, WORST).map((each) => (
        <li key={`${each.elementId} ${each.kind} ${each.start.x} ${each.start.y}`}>
          <Button size="small" sx={{ textAlign: 'left', fontSize: 12.5, px: 0.5 }} onClick={() => look(each)}>
            {sayDoubt(each, formatLength(each.mm, display))}
          </Button>
        </li>
      ))}
    </Stack>
  )
}

/** The sheet that it is compared with, where there are several. */
function AgainstChoice() {
  const records = useProject((project) => project.records)
  const levelId = useBench((bench) => bench.levelId)
  const against = useTraceCheck((check) => check.against)
  const sheets = underlaysOf(records).filter((underlay) => levelId === null || underlay.levelId === levelId)
  if (sheets.length < 2) return null
  return (
    <TextField
      select
      size="small"
      fullWidth
      label="Compared with"
      value={sheets.some(({ id }) => id === against) ? against : ''}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      onChange={({ target }) => compareAgainst(target.value || null)}
      sx={{ my: 1 }}
    >
      <MenuItem value="">All sheets of the level</MenuItem>
      {sheets.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** What the sheets show and nobody traced, once somebody asks. */
function Missing() {
  const missing = useTraceCheck((check) => check.missing)
  const looking = useTraceCheck((check) => check.looking)
  const display = useDisplay()
  if (missing === null)
    return (
      <Button
        size="small"
        variant="outlined"
        disabled={looking}
        sx={{ alignSelf: 'start', mt: 1 }}
        onClick={() => void lookForMissing()}
      >
        {looking ? 'Reading the sheets …' : 'Find what was not traced'}
      </Button>
    )
  return (
    <Stack component="section" aria-label="Not traced" sx={{ mt: 1 }}>
      <Typography role="status" color={missing.length > 0 ? 'error' : 'text.secondary'}>
        {missing.length > 0
          ? `The sheets show ${counted(missing.length, 'thing')} that nobody traced.`
          : 'Every wall and opening that the sheets surely show was traced.'}
      </Typography>
      <Stack component="ul" aria-label="What was not traced" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {missing.slice(0, WORST).map((each) => (
          <li key={`${each.kind} ${each.start.x} ${each.start.y}`}>
            <Button size="small" sx={{ textAlign: 'left', fontSize: 12.5, px: 0.5 }} onClick={() => look(each)}>
              {sayUntraced(each, formatLength(each.mm, display))}
            </Button>
          </li>
        ))}
      </Stack>
    </Stack>
  )
}

const isSameEdge = (a: EdgeMatch, b: EdgeMatch): boolean =>
  a.elementId === b.elementId && distance(a.start, b.start) < 1e-6 && distance(a.end, b.end) < 1e-6

/** Nearer than this nobody could tell. */
const ON_IT_MM = 0.05

/** What an edge is of, how far off and how far turned it is. */
function sentenceOf({ elementId, found }: EdgeMatch): string {
  const { records, display } = toolContext()
  const record = records.get(elementId)
  const word = record && isShape(record) ? kindOf(record).word : 'element'
  const { offMm, turnRad } = found!
  const degrees = (turnRad * 180) / Math.PI
  const beside =
    offMm < ON_IT_MM
      ? 'on its line'
      : `${formatLength(offMm, { ...display, precision: Math.min(display.precision, 0.1) })} beside`
  const turned = degrees < 0.005 ? 'not turned' : `turned by ${degrees.toFixed(2)}°`
  return `${word[0]!.toUpperCase()}${word.slice(1)}: ${beside}, ${turned}`
}
