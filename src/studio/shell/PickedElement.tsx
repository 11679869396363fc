'use client'

import Button from '@mui/material/Button'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import type { BuildingElement } from '@/core/model/building-shapes'
import { isBuildingElement } from '@/core/model/building-shapes'
import { toolContext, workbench } from '@/studio/board/workbench'
import { ELEMENTS } from '@/studio/features/registry'
import { useNow } from '@/studio/state/now'
import { removal } from '@/studio/tooling/shape-edits'

/** One element of the building that is picked: what it is, and what can be changed about it. */
export function PickedElement() {
  const [element] = useNow().shapes
  return element && isBuildingElement(element) ? <Fields key={element.id} element={element} /> : null
}

function Fields({ element }: { readonly element: BuildingElement }) {
  const panel = ELEMENTS.find(({ kind }) => kind === element.kind)
  return (
    <Stack sx={{ gap: 1.25 }}>
      {panel && <Typography sx={{ fontSize: 16, fontWeight: 600 }}>{panel.title}</Typography>}
      {panel && <panel.Fields element={element} />}
      <Button
        variant="outlined"
        color="error"
        onClick={() => {
          workbench.carryOut({ edit: removal([element], toolContext().records), pick: [] })
        }}
      >
        Delete
      </Button>
    </Stack>
  )
}
