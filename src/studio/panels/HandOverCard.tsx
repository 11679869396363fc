'use client'

import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { HAND_OVER_FORMATS, type HandOverFormat } from '@/core/formats/hand-over'
import { PAPERS, RATIOS } from '@/core/formats/svg/paper'
import { isBuildingElement } from '@/core/model/building-shapes'
import { levelsOf } from '@/core/model/level/schema'
import { isDrawn } from '@/core/model/shapes'
import { type WorkPlane, workPlanesOf } from '@/core/model/work-plane/schema'
import { underlaysOf, useProject } from '../project/store'

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

function PlaneField({
  planes,
  value,
  onChange,
}: {
  planes: readonly WorkPlane[]
  value: string
  onChange: (id: string) => void
}) {
  return (
    <TextField
      select
      size="small"
      label="Work plane"
      value={value}
      onChange={({ target }) => onChange(target.value)}
      sx={{ mt: 1.5 }}
    >
      {planes.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  )
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
  const [chosen, setPlane] = useState('')
  const plane = planes.some(({ id: each }) => each === chosen) ? chosen : (planes[0]?.id ?? '')
  const [paper, setPaper] = useState<Paper>({ level: '', paper: 'A3', scale: '' })
  const query = new URLSearchParams(Object.entries(paper).filter(([, value]) => value !== '')).toString()
  const formats: readonly HandOverFormat[] = HAND_OVER_FORMATS
  const empty = [...counts.values()].every((count) => count === 0)
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
      {formats.map(({ name, word, about, extension, onPaper, ofPlane }) => (
        <Stack key={name} sx={{ py: 1, borderTop: 1, borderColor: 'divider' }}>
          <Stack direction="row" sx={{ alignItems: 'center', justifyContent: 'space-between' }}>
            <Typography variant="h3">{word}</Typography>
            <Button
              size="small"
              variant={name === 'ifc' || name === 'dxf' ? 'contained' : 'outlined'}
              component="a"
              href={`/api/projects/${id}/hand-over/${name}${onPaper ? `?${query}` : ofPlane && plane ? `?plane=${plane}` : ''}`}
              download
              disabled={empty || waiting > 0 || (ofPlane && planes.length === 0)}
              // Several formats end alike.
              aria-label={
                formats.find((each) => shortOf(each.extension) === shortOf(extension))?.name === name
                  ? undefined
                  : `Save ${word}`
              }
            >
              Save {shortOf(extension)}
            </Button>
          </Stack>
          <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
            {about}
          </Typography>
          {name === 'pdf' && <PaperFields value={paper} onChange={setPaper} />}
          {ofPlane && planes.length > 1 && <PlaneField planes={planes} value={plane} onChange={setPlane} />}
        </Stack>
      ))}
    </>
  )
}
