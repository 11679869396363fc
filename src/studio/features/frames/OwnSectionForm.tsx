import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { boxOf } from '@/core/geometry/box'
import { flatten } from '@/core/geometry/piece/measure'
import type { OwnForm, OwnSection } from '@/core/model/section/schema'
import { chainsOf, isShape } from '@/core/model/shapes'
import type { Stuff } from '@/core/sections/section'
import type { SectionShape } from '@/core/sections/shape'
import type { LengthDisplay } from '@/core/units/format'
import { parseLength } from '@/core/units/length'
import { toolContext } from '@/studio/board/workbench'
import { put } from '@/studio/state/edits'
import { tell } from '@/studio/state/notices'
import { useDisplay } from '@/studio/ui/display'

/** The sizes that each form asks for. */
const SIZES: Record<Exclude<OwnForm, 'outline'>, Readonly<Record<string, string>>> = {
  bar: { heightMm: 'Height', widthMm: 'Width' },
  i: { heightMm: 'Height', widthMm: 'Width', webMm: 'Web', flangeMm: 'Flange', rootMm: 'Root radius' },
  box: { heightMm: 'Height', widthMm: 'Width', wallMm: 'Wall', outerMm: 'Outer radius', innerMm: 'Inner radius' },
  pipe: { diameterMm: 'Diameter', wallMm: 'Wall' },
  rod: { diameterMm: 'Diameter' },
}

const WORDS: Record<OwnForm, string> = {
  bar: 'Full, by height and width',
  i: 'I, by web and flanges',
  box: 'Hollow, by height and width',
  pipe: 'Hollow, round',
  rod: 'Full, round',
  outline: 'The closed line that is selected',
}

/** A section of the project's own: by sizes, or from a closed line that was traced. */
export function OwnSectionForm({ onMade }: { onMade: (sectionId: string) => void }) {
  const display = useDisplay()
  const [name, setName] = useState('')
  const [form, setForm] = useState<OwnForm>('bar')
  const [stuff, setStuff] = useState<Stuff>('timber')
  const [sizes, setSizes] = useState<Readonly<Record<string, string>>>({})
  const make = () => {
    try {
      const shape = form === 'outline' ? pickedOutline() : shapeOf(form, sizes, display)
      const id = crypto.randomUUID()
      const section: OwnSection = { id, kind: 'section', name: name.trim().slice(0, 100), stuff, shape }
      put('Add section', section)
      onMade(id)
    } catch (error) {
      tell((error as Error).message)
    }
  }
  return (
    <Stack
      component="form"
      direction="row"
      aria-label="New section"
      sx={{ flexWrap: 'wrap', gap: 1, pb: 1.5 }}
      onSubmit={(event) => {
        event.preventDefault()
        make()
      }}
    >
      <TextField
        size="small"
        label="Name"
        value={name}
        onChange={({ target }) => setName(target.value)}
        sx={{ width: 150 }}
      />
      <TextField
        select
        size="small"
        label="Form"
        value={form}
        onChange={({ target }) => setForm(target.value as OwnForm)}
        sx={{ width: 220 }}
      >
        {(Object.keys(WORDS) as OwnForm[]).map((each) => (
          <MenuItem key={each} value={each}>
            {WORDS[each]}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        size="small"
        label="Made of"
        value={stuff}
        onChange={({ target }) => setStuff(target.value as Stuff)}
        sx={{ width: 110 }}
      >
        <MenuItem value="steel">Steel</MenuItem>
        <MenuItem value="timber">Timber</MenuItem>
      </TextField>
      {form !== 'outline' &&
        Object.entries(SIZES[form]).map(([key, label]) => (
          <TextField
            key={key}
            size="small"
            label={label}
            value={sizes[key] ?? ''}
            onChange={({ target }) => setSizes({ ...sizes, [key]: target.value })}
            sx={{ width: 104 }}
          />
        ))}
      <Button type="submit" variant="outlined" disabled={!name.trim()}>
        Add section
      </Button>
    </Stack>
  )
}

/** @throws Error with a sentence */
function shapeOf(
  form: Exclude<OwnForm, 'outline'>,
  sizes: Readonly<Record<string, string>>,
  display: LengthDisplay,
): SectionShape {
  const given = Object.fromEntries(
    Object.entries(SIZES[form]).map(([key, label]) => {
      const text = sizes[key]?.trim() ?? ''
      if (text === '' && !label.endsWith('radius')) throw new Error(`Type the section’s ${label.toLowerCase()}.`)
      return [key, text === '' || text === '0' ? 0 : parseLength(text, display.unit)]
    }),
  )
  const shape = { form, ...given } as SectionShape
  const why = whyNot(shape)
  if (why) throw new Error(why)
  return shape
}

/** Why a section can't be as it is typed; null where it can. */
function whyNot(shape: SectionShape): string | null {
  const sizes = Object.entries(shape).filter(
    ([key]) => key.endsWith('Mm') && !['rootMm', 'outerMm', 'innerMm'].includes(key),
  )
  if (sizes.some(([, mm]) => !(Number(mm) > 0))) return 'A section’s sizes are more than nothing.'
  if (shape.form === 'i') {
    const { heightMm, widthMm, webMm, flangeMm, rootMm } = shape
    if (2 * (flangeMm + rootMm) >= heightMm || webMm + 2 * rootMm >= widthMm)
      return 'Flanges, web and root radius do not fit into this height and width.'
  }
  if (shape.form === 'box') {
    const { heightMm, widthMm, wallMm, outerMm, innerMm } = shape
    const least = Math.min(heightMm, widthMm)
    if (2 * wallMm >= least || 2 * outerMm > least || 2 * innerMm > least - 2 * wallMm)
      return 'Walls and radii do not fit into this height and width.'
  }
  if (shape.form === 'pipe' && 2 * shape.wallMm >= shape.diameterMm) return 'The wall is as thick as the whole.'
  return null
}

/** The outline that is picked, about the middle of its box. @throws Error with a sentence */
function pickedOutline(): SectionShape {
  const { selection, records, plan } = toolContext()
  const record = selection.length === 1 ? records.get(selection[0]!) : undefined
  const chain = record && isShape(record) ? chainsOf(record, plan.around)[0] : undefined
  if (!chain?.closed) throw new Error('Select one closed line first: its outline becomes the section.')
  const points = chain.pieces.flatMap((piece) => flatten(piece, 0.2).slice(1))
  const { minX, minY, maxX, maxY } = boxOf(points)
  if (maxX - minX > 5000 || maxY - minY > 5000) throw new Error('A section is no larger than 5 m.')
  const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2]
  return { form: 'outline', xy: points.flatMap((p) => [p.x - x, p.y - y]) }
}
