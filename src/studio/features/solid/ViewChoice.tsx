'use client'

import Box from '@mui/material/Box'
import { showViews, useBench } from '@/studio/state/bench'
import { showAll } from '@/studio/state/show'
import { whenSized } from '@/studio/state/view'
import { OneOf } from '@/studio/ui/OneOf'

/** Whether the plan shows, the solids, or both beside one another. */
export function ViewChoice() {
  const views = useBench((bench) => bench.views)
  const step = useBench((bench) => bench.step)
  if (step === 'bring-in') return null
  return (
    <Box sx={{ position: 'absolute', top: 8, left: 8, zIndex: 2, bgcolor: 'background.paper', borderRadius: 1 }}>
      <OneOf
        label="What the board shows"
        value={views}
        words={{ plan: 'Plan', solid: 'Solid', both: 'Both', tables: 'Tables' }}
        onChange={(next) => {
          showViews(next)
          // The plan has another size now: what was whole in view shall be so again.
          whenSized(showAll)
        }}
      />
    </Box>
  )
}
