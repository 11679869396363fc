'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { toolContext, workbench } from '@/studio/board/workbench'
import { useNow } from '@/studio/state/now'
import { dissolve, makeSymbol } from './make-symbol'
import { symbolBase } from './tools/symbol-base'

/** What is picked becomes a symbol. */
export function SymbolMaker() {
  const { shapes } = useNow()
  const [name, setName] = useState('')
  const make = () => {
    const made = makeSymbol(name.trim(), shapes, toolContext())
    workbench.carryOut(made)
    if (!made.edit) return
    setName('')
    workbench.take(symbolBase)
  }
  return (
    <>
      {shapes.some(({ kind }) => kind === 'insert') && (
        <Button
          size="small"
          variant="outlined"
          sx={{ mt: 0.75 }}
          onClick={() => workbench.carryOut(dissolve(shapes, toolContext()))}
        >
          Dissolve
        </Button>
      )}
      <Stack direction="row" sx={{ gap: 1, mt: 2 }}>
        <TextField
          size="small"
          label="Name of a new symbol"
          value={name}
          onChange={({ target }) => setName(target.value)}
          onKeyDown={({ key }) => key === 'Enter' && name.trim() && make()}
        />
        <Button variant="outlined" disabled={!name.trim()} onClick={make}>
          Make
        </Button>
      </Stack>
    </>
  )
}
