'use client'

import Divider from '@mui/material/Divider'
import { Issues } from './Issues'
import { StateDifferences } from './StateDifferences'

/** What was issued of the project, and what differs between any two of its states. */
export function StatesCard() {
  return (
    <>
      <Issues />
      <Divider sx={{ my: 2 }} />
      <StateDifferences />
    </>
  )
}
