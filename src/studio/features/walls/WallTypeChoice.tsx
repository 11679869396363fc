import MenuItem from '@mui/material/MenuItem'
import TextField, { type TextFieldProps } from '@mui/material/TextField'
import { type WallType, wallTypesOf } from '@/core/model/wall-type/schema'
import { ask } from '@/studio/state/dialogs'
import { useProject } from '@/studio/state/project'
import { wallTypesDialog } from './options'

const PLAIN = 'plain'
const EDIT = 'edit'

/** The type of a wall; the last entry opens all of them. */
export function WallTypeChoice({
  type,
  onTake,
  ...looks
}: Omit<TextFieldProps, 'onChange' | 'value' | 'type'> & {
  /** Null for a plain wall, undefined where walls differ. */
  readonly type: WallType | null | undefined
  readonly onTake: (type: WallType | null) => void
}) {
  const types = wallTypesOf(useProject((project) => project.records))
  const take = (chosen: string) => {
    if (chosen === EDIT) void ask(wallTypesDialog, undefined)
    else onTake(types.find(({ id }) => id === chosen) ?? null)
  }
  return (
    <TextField
      {...looks}
      select
      size="small"
      value={type === undefined ? '' : (type?.id ?? PLAIN)}
      onChange={({ target }) => take(target.value)}
    >
      <MenuItem value={PLAIN}>Plain wall</MenuItem>
      {types.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
      <MenuItem value={EDIT}>Wall types…</MenuItem>
    </TextField>
  )
}
