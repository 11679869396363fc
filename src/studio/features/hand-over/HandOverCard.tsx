'use client'

import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { HAND_OVER_FORMATS, type HandOverFormat } from '@/core/formats/hand-over'
import type { HandOverChoice } from '@/core/formats/making'
import { PAPERS, type PaperName, RATIOS } from '@/core/formats/paper/papers'
import { isBuildingElement } from '@/core/model/building-shapes'
import { levelsOf } from '@/core/model/level/schema'
import { partsOf } from '@/core/model/part/schema'
import { isDrawn } from '@/core/model/shapes'
import { underlaysOf } from '@/core/model/underlay/underlays'
import { workPlanesOf } from '@/core/model/work-plane/schema'
import { useProject } from '@/studio/state/project'
import { HandOverButton } from './HandOverButton'

/** What goes out, in words. */
function inWords(counts: ReadonlyMap<string, number>): string {
  const words = [...counts]
    .filter(([, count]) => count > 0)
    .map(([word, count]) => `${count} ${word}${count === 1 ? '' : 's'}`)
  return words.length === 0 ? 'nothing yet' : words.join(', ')
}

interface Paper {
  readonly level: string
  readonly paper: string
  readonly scale: string
}

/** How a plan is laid on paper. */
function PaperFields({ value, onChange }: { value: Paper; onChange: (value: Paper) => void }) {
  const records = useProject((project) => project.records)
  const levels = [...levelsOf(records), ...workPlanesOf(records)]
  const field = (key: keyof Paper, label: string, choices: readonly (readonly [value: string, word: string])[]) => (
    <TextField
      select
      size="small"
      label={label}
      value={value[key]}
      onChange={({ target }) => onChange({ ...value, [key]: target.value })}
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
  return (
    <Stack direction="row" sx={{ gap: 1, mt: 1.5 }}>
      {field('level', 'Level', [
        ['', levels[0]?.name ?? 'Ground'],
        ...levels.slice(1).map(({ id, name }) => [id, name] as const),
      ])}
      {field(
        'paper',
        'Paper',
        Object.keys(PAPERS).map((name) => [name, name] as const),
      )}
      {field('scale', 'Scale', [['', 'fits'], ...RATIOS.map((ratio) => [String(ratio), `1:${ratio}`] as const)])}
    </Stack>
  )
}

/** How a button names a kind of file. */
const shortOf = (extension: string): string => extension.replace('calque.', '').toUpperCase()

/** Which one of several is handed over. */
function WhichField({
  label,
  among,
  value,
  onChange,
}: {
  label: string
  among: readonly { readonly id: string; readonly name: string }[]
  value: string
  onChange: (id: string) => void
}) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={value}
      onChange={({ target }) => onChange(target.value)}
      sx={{ mt: 1.5 }}
    >
      {among.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  )
}

/** The id of one of several that was chosen, else of the first one. */
function useOneOf(among: readonly { readonly id: string }[]): readonly [string, (id: string) => void] {
  const [chosen, choose] = useState('')
  return [among.some(({ id }) => id === chosen) ? chosen : (among[0]?.id ?? ''), choose]
}

/** The result in open formats: what goes out and how, before it does. */
export function HandOverCard() {
  const id = useProject((project) => project.id)
  const records = useProject((project) => project.records)
  const waiting = useProject((project) => project.waiting.length)
  const counts = new Map<string, number>([
    ['wall', 0],
    ['opening', 0],
    ['room', 0],
    ['column', 0],
    ['slab', 0],
    ['member', 0],
    ['plate', 0],
    ['line', 0],
  ])
  for (const record of records.values()) {
    const word =
      record.kind === 'space' ? 'room' : isBuildingElement(record) ? record.kind : isDrawn(record) ? 'line' : null
    if (word && counts.has(word)) counts.set(word, counts.get(word)! + 1)
  }
  const planes = workPlanesOf(records)
  const [plane, setPlane] = useOneOf(planes)
  const parts = partsOf(records)
  const [part, setPart] = useOneOf(parts)
  const [paper, setPaper] = useState<Paper>({ level: '', paper: 'A3', scale: '' })
  const onPaper: HandOverChoice = {
    paper: paper.paper as PaperName,
    ...(paper.level !== '' && { level: paper.level }),
    ...(paper.scale !== '' && { scale: Number(paper.scale) }),
  }
  const formats: readonly HandOverFormat[] = HAND_OVER_FORMATS
  const empty = [...counts.values()].every((count) => count === 0)
  const nothingFor = ({ ofPlane, ofPart }: HandOverFormat) =>
    ofPart ? parts.length === 0 : empty || (ofPlane === true && planes.length === 0)
  const choiceOf = (format: HandOverFormat): HandOverChoice =>
    format.onPaper ? onPaper : format.ofPlane && plane ? { plane } : format.ofPart && part ? { part } : {}
  const unfitted = underlaysOf(records).filter(({ dimensions }) => dimensions.length === 0)
  return (
    <>
      <Typography sx={{ mb: 1.5 }}>Goes out: {inWords(counts)}.</Typography>
      {unfitted.length > 0 && (
        <Typography color="error" sx={{ mb: 1.5 }}>
          {unfitted.map(({ name }) => name).join(', ')} {unfitted.length === 1 ? 'is' : 'are'} not fitted yet: what was
          traced there may not be true to size.
        </Typography>
      )}
      {empty && (
        <Typography color="text.secondary" sx={{ mb: 1.5 }}>
          Trace a wall or a member first.
        </Typography>
      )}
      {formats.map((format) => (
        <Stack key={format.name} sx={{ py: 1, borderTop: 1, borderColor: 'divider' }}>
          <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between' }}>
            <Typography variant="h3">{format.word}</Typography>
            <HandOverButton
              size="small"
              variant={format.name === 'ifc' || format.name === 'dxf' ? 'contained' : 'outlined'}
              projectId={id}
              format={format.name}
              word={format.word}
              on={choiceOf(format)}
              disabled={waiting > 0 || nothingFor(format)}
              // Several formats end alike.
              aria-label={
                formats.find((each) => shortOf(each.extension) === shortOf(format.extension))?.name === format.name
                  ? undefined
                  : `Save ${format.word}`
              }
            >
              Save {shortOf(format.extension)}
            </HandOverButton>
          </Stack>
          <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
            {format.about}
          </Typography>
          {format.name === 'pdf' && <PaperFields value={paper} onChange={setPaper} />}
          {format.ofPlane && planes.length > 1 && (
            <WhichField label="Work plane" among={planes} value={plane} onChange={setPlane} />
          )}
          {format.ofPart && parts.length > 1 && (
            <WhichField label="Part" among={parts} value={part} onChange={setPart} />
          )}
        </Stack>
      ))}
    </>
  )
}
