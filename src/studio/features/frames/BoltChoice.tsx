'use client'

import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { BOLT_GRADES, BOLT_SIZES, boltSize } from '@/core/fasteners/sizes'
import { choose, useOptions } from '@/studio/state/bench'
import { boltOptions } from './options'

/** Size and grade of the next bolts. */
export function BoltChoice() {
  const { boltSize: name, boltGrade } = useOptions(boltOptions)
  const { system } = boltSize(name)!
  return (
    <>
      <TextField
        select
        size="small"
        variant="standard"
        value={name}
        onChange={({ target }) => {
          const grades = BOLT_GRADES[boltSize(target.value)!.system]
          choose(boltOptions, {
            boltSize: target.value,
            boltGrade: grades.includes(boltGrade) ? boltGrade : grades.at(-2)!,
          })
        }}
        slotProps={{ htmlInput: { 'aria-label': 'Size of the bolts' } }}
        sx={{ width: 84 }}
      >
        {BOLT_SIZES.map((size) => (
          <MenuItem key={size.name} value={size.name}>
            {size.name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        select
        size="small"
        variant="standard"
        value={boltGrade}
        onChange={({ target }) => choose(boltOptions, { boltGrade: target.value })}
        slotProps={{ htmlInput: { 'aria-label': 'Grade of the bolts' } }}
        sx={{ width: 76 }}
      >
        {BOLT_GRADES[system].map((grade) => (
          <MenuItem key={grade} value={grade}>
            {grade}
          </MenuItem>
        ))}
      </TextField>
    </>
  )
}
