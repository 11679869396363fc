import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { type OpeningType, openingTypesOf } from '@/core/model/opening-type/schema'
import { ask } from '@/studio/state/dialogs'
import { useProject } from '@/studio/state/project'
import { openingTypesDialog } from './options'

const OWN = 'own'
const SAVE = 'save'
const EDIT = 'edit'

/** The type of a door or window, or sizes of its own; those can be saved as a type. */
export function OpeningTypeChoice({
  label,
  value,
  onTake,
  onSave,
}: {
  readonly label: string
  readonly value: string | undefined
  readonly onTake: (type: OpeningType | null) => void
  readonly onSave: () => void
}) {
  const records = useProject((project) => project.records)
  const types = openingTypesOf(records)
  const take = (chosen: string) => {
    if (chosen === EDIT) void ask(openingTypesDialog, undefined)
    else if (chosen === SAVE) onSave()
    else onTake(types.find(({ id }) => id === chosen) ?? null)
  }
  return (
    <TextField
      select
      size="small"
      value={types.some(({ id }) => id === value) ? value : OWN}
      onChange={({ target }) => take(target.value)}
      slotProps={{ select: { inputProps: { 'aria-label': label } } }}
      sx={{ minWidth: 116, flexShrink: 0, '& .MuiSelect-select': { py: 0.7, fontSize: 13 } }}
    >
      <MenuItem value={OWN}>Own sizes</MenuItem>
      {types.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
      <MenuItem value={SAVE}>Save as a type</MenuItem>
      <MenuItem value={EDIT}>Types…</MenuItem>
    </TextField>
  )
}
