'use client'

import ExpandMoreIcon from '@mui/icons-material/ExpandMore'
import Accordion from '@mui/material/Accordion'
import AccordionDetails from '@mui/material/AccordionDetails'
import AccordionSummary from '@mui/material/AccordionSummary'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { type ReactNode, useState } from 'react'
import { FORMAT_GROUPS, type FormatGroup, HAND_OVER_FORMATS, type HandOverFormat } from '@/core/formats/hand-over'
import { IFC_RELEASES, type IfcRelease } from '@/core/formats/ifc/release'
import type { HandOverChoice } from '@/core/formats/making'
import { type PaperName, papersFor, ratiosFor } from '@/core/formats/paper/papers'
import { isBuildingElement } from '@/core/model/building-shapes'
import { FIRST_LEVEL, levelsOf } from '@/core/model/level/schema'
import { partsOf } from '@/core/model/part/schema'
import { isDrawn } from '@/core/model/shapes'
import { workPlanesOf } from '@/core/model/work-plane/schema'
import { formatRatio, isImperial } from '@/core/units/format'
import type { LengthUnit } from '@/core/units/length'
import { useProject } from '@/studio/state/project'
import { useDisplay } from '@/studio/ui/display'
import { DetailsFields } from './DetailsFields'
import { FindingList } from './FindingList'
import { HandOverButton } from './HandOverButton'
import { PlanPreview } from './PlanPreview'

/** What goes out, in words. */
function inWords(counts: ReadonlyMap<string, number>): string {
  const words = [...counts]
    .filter(([, count]) => count > 0)
    .map(([word, count]) => `${count} ${word}${count === 1 ? '' : 's'}`)
  return words.length === 0 ? 'nothing yet' : words.join(', ')
}

/** How plans are laid on paper and drawn. */
interface PlanChoices {
  readonly level: string
  readonly paper: PaperName
  readonly scale: string
  readonly unit: LengthUnit
  /** Whether the sheets go out beneath. */
  readonly sheets: boolean
}

/** Stands for all levels, as a set. */
const ALL_LEVELS = '*'

interface ChoiceProps {
  readonly label: string
  readonly value: string
  readonly choices: readonly (readonly [value: string, word: string])[]
  readonly onChange: (value: string) => void
}

function Choice({ label, value, choices, onChange }: ChoiceProps) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={value}
      onChange={({ target }) => onChange(target.value)}
      sx={{ flex: 1, minWidth: 0 }}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      {choices.map(([choice, word]) => (
        <MenuItem key={choice} value={choice}>
          {word}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** What plans have in common: the level, the paper, the scale, and the unit of DXF; with a look at the sheet. */
function PlanFields({ value, onChange }: { value: PlanChoices; onChange: (value: PlanChoices) => void }) {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const levels = [...levelsOf(records), ...workPlanesOf(records)]
  const field = (key: keyof PlanChoices, label: string, choices: ChoiceProps['choices']) => (
    <Choice
      label={label}
      value={String(value[key])}
      choices={choices}
      onChange={(to) => onChange({ ...value, [key]: to })}
    />
  )
  const shown = value.level === '' || value.level === ALL_LEVELS ? (levels[0]?.id ?? FIRST_LEVEL.id) : value.level
  return (
    <Stack sx={{ gap: 1, mb: 1 }}>
      <Stack direction="row" sx={{ gap: 1 }}>
        {field('level', 'Level', [
          ['', levels[0]?.name ?? FIRST_LEVEL.name],
          ...levels.slice(1).map(({ id, name }) => [id, name] as const),
          ...(levels.length > 1 ? [[ALL_LEVELS, 'All, as a set'] as const] : []),
        ])}
        {field(
          'paper',
          'Paper',
          papersFor(display).map((name) => [name, name] as const),
        )}
      </Stack>
      <Stack direction="row" sx={{ gap: 1 }}>
        {field('scale', 'Scale', [
          ['', 'fits'],
          ...ratiosFor(display).map((ratio) => [String(ratio), formatRatio(ratio, display)] as const),
        ])}
        {field(
          'unit',
          'Unit of DXF',
          (['mm', 'cm', 'm', 'in', 'ft'] as const).map((unit) => [unit, unit] as const),
        )}
      </Stack>
      <FormControlLabel
        label="Sheets beneath, in DXF, PDF and SVG"
        control={
          <Checkbox
            size="small"
            checked={value.sheets}
            onChange={({ target }) => onChange({ ...value, sheets: target.checked })}
          />
        }
      />
      <PlanPreview levelId={shown} paper={value.paper} ratio={value.scale === '' ? null : Number(value.scale)} />
    </Stack>
  )
}

/** How a button names a kind of file. */
const shortOf = (extension: string): string => extension.replace('calque.', '').toUpperCase()

/** The id of one of several that was chosen, else of the first one. */
function useOneOf(among: readonly { readonly id: string }[]): readonly [string, (id: string) => void] {
  const [chosen, choose] = useState('')
  return [among.some(({ id }) => id === chosen) ? chosen : (among[0]?.id ?? ''), choose]
}

/** How many of each kind go out. */
function useCounts(): ReadonlyMap<string, number> {
  const records = useProject((project) => project.records)
  const words = ['wall', 'opening', 'room', 'column', 'slab', 'member', 'plate', 'line']
  const counts = new Map(words.map((word) => [word, 0]))
  for (const record of records.values()) {
    const word =
      record.kind === 'space' ? 'room' : isBuildingElement(record) ? record.kind : isDrawn(record) ? 'line' : null
    if (word && counts.has(word)) counts.set(word, counts.get(word)! + 1)
  }
  return counts
}

function Section({ title, open = false, children }: { title: string; open?: boolean; children: ReactNode }) {
  return (
    <Accordion
      defaultExpanded={open}
      disableGutters
      elevation={0}
      square
      sx={{ background: 'none', borderTop: 1, borderColor: 'divider', '&::before': { display: 'none' } }}
      slotProps={{ heading: { component: 'h3' }, transition: { unmountOnExit: true } }}
    >
      <AccordionSummary expandIcon={<ExpandMoreIcon />} sx={{ px: 0, minHeight: 40, fontWeight: 600 }}>
        {title}
      </AccordionSummary>
      <AccordionDetails sx={{ px: 0, pt: 0 }}>{children}</AccordionDetails>
    </Accordion>
  )
}

/** Groups that stand open from the beginning. */
const OPEN: ReadonlySet<FormatGroup> = new Set(['model', 'plan', 'project'])

/** The result in open formats: what goes out and how, before it does. */
export function HandOverCard() {
  const records = useProject((project) => project.records)
  const display = useDisplay()
  const counts = useCounts()
  const planes = workPlanesOf(records)
  const [plane, setPlane] = useOneOf(planes)
  const parts = partsOf(records)
  const [part, setPart] = useOneOf(parts)
  const [release, setRelease] = useState<IfcRelease>('IFC4')
  const [plan, setPlan] = useState<PlanChoices>({
    level: '',
    paper: isImperial(display) ? 'ARCH D' : 'A3',
    scale: '',
    unit: 'mm',
    sheets: false,
  })
  const formats: readonly HandOverFormat[] = HAND_OVER_FORMATS
  const empty = [...counts.values()].every((count) => count === 0)
  const nothingFor = ({ ofPlane, ofPart }: HandOverFormat) =>
    ofPart ? parts.length === 0 : empty || (ofPlane === true && planes.length === 0)
  const choiceOf = (format: HandOverFormat): HandOverChoice => {
    const { ofPlane, ofPart, ofAll, ofLevel, onPaper, overSheets, name, extension } = format
    const isDxf = (extension === 'dxf' && !ofPart) || name === 'dxf-bundle'
    const one = plan.level !== '' && plan.level !== ALL_LEVELS
    return {
      ...(name === 'ifc' && { release }),
      ...((onPaper || ofLevel) && { paper: plan.paper, ...(one && { level: plan.level }) }),
      ...((onPaper || ofLevel) && plan.scale !== '' && { scale: Number(plan.scale) }),
      ...(name === 'pdf' && plan.level === ALL_LEVELS && { set: true }),
      ...(overSheets && plan.sheets && { sheets: true }),
      ...(isDxf && { unit: plan.unit }),
      ...(ofPlane && plane && { plane }),
      ...(ofPart && !ofAll && part && { part }),
    }
  }
  const fieldsOf: Partial<Record<FormatGroup, ReactNode>> = {
    model: (
      <Stack direction="row" sx={{ mt: 1, mb: 0.5 }}>
        <Choice
          label="Release of IFC"
          value={release}
          choices={IFC_RELEASES.map((name) => [name, name === 'IFC4' ? 'IFC 4' : 'IFC 4.3'] as const)}
          onChange={(to) => setRelease(to as IfcRelease)}
        />
      </Stack>
    ),
    plan: <PlanFields value={plan} onChange={setPlan} />,
    ...(planes.length > 1 && {
      frame: (
        <Choice
          label="Work plane"
          value={plane}
          choices={planes.map(({ id, name }) => [id, name])}
          onChange={setPlane}
        />
      ),
    }),
    ...(parts.length > 1 && {
      part: <Choice label="Part" value={part} choices={parts.map(({ id, name }) => [id, name])} onChange={setPart} />,
    }),
  }
  return (
    <>
      <Typography sx={{ mb: 1.5 }}>Goes out: {inWords(counts)}.</Typography>
      {empty ? (
        <Typography color="text.secondary" sx={{ mb: 1.5 }}>
          Trace a wall or a member first.
        </Typography>
      ) : (
        <FindingList />
      )}
      <Section title="Project details">
        <DetailsFields />
      </Section>
      {(Object.entries(FORMAT_GROUPS) as [FormatGroup, string][]).map(([group, title]) => (
        <Section key={group} title={title} open={OPEN.has(group) || (group === 'part' && empty)}>
          {fieldsOf[group]}
          {formats
            // Differences are asked for where states and sheets are compared.
            .filter((format) => format.group === group && !format.sinceState && !format.ofIssues)
            .map((format) => (
              <FormatRow key={format.name} format={format} on={choiceOf(format)} disabled={nothingFor(format)} />
            ))}
        </Section>
      ))}
    </>
  )
}

function FormatRow({ format, on, disabled }: { format: HandOverFormat; on: HandOverChoice; disabled: boolean }) {
  const id = useProject((project) => project.id)
  const waiting = useProject((project) => project.waiting.length)
  const formats: readonly HandOverFormat[] = HAND_OVER_FORMATS
  const isFirst = formats.find((each) => shortOf(each.extension) === shortOf(format.extension))?.name === format.name
  return (
    <Stack sx={{ py: 0.75 }}>
      <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between', gap: 1 }}>
        <Typography>{format.word}</Typography>
        <HandOverButton
          size="small"
          variant={format.name === 'ifc' || format.name === 'dxf' ? 'contained' : 'outlined'}
          projectId={id}
          format={format.name}
          word={format.word}
          on={on}
          disabled={waiting > 0 || disabled}
          sx={{ flexShrink: 0 }}
          // Several formats end alike.
          aria-label={isFirst ? undefined : `Save ${format.word}`}
        >
          Save {shortOf(format.extension)}
        </HandOverButton>
      </Stack>
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        {format.about}
      </Typography>
    </Stack>
  )
}
