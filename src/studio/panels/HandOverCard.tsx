'use client'

import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { underlaysOf, useProject } from '../project/store'

/** The result in open formats. */
export function HandOverCard() {
  const id = useProject((project) => project.id)
  const records = useProject((project) => project.records)
  const waiting = useProject((project) => project.waiting.length)
  const walls = [...records.values()].filter((record) => record.kind === 'wall').length
  const unfitted = underlaysOf(records).filter(({ dimensions }) => dimensions.length === 0)
  return (
    <>
      <Typography variant="h3">DXF drawing</Typography>
      <Typography color="text.secondary" sx={{ mt: 0.5, mb: 1.5 }}>
        {walls === 1 ? 'One wall as a closed outline' : `${walls} walls as closed outlines`} on the layer A-WALL, true
        to size in millimetres, with the unit in the file.
      </Typography>
      {unfitted.length > 0 && (
        <Typography color="error" sx={{ mb: 1.5 }}>
          {unfitted.map(({ name }) => name).join(', ')} {unfitted.length === 1 ? 'is' : 'are'} not fitted yet: what was
          traced there may not be true to size.
        </Typography>
      )}
      <Button
        variant="contained"
        component="a"
        href={`/api/projects/${id}/dxf`}
        download
        disabled={walls === 0 || waiting > 0}
        fullWidth
      >
        Save DXF
      </Button>
      {walls === 0 && (
        <Typography color="text.secondary" sx={{ mt: 1 }}>
          Trace a wall first.
        </Typography>
      )}
    </>
  )
}
