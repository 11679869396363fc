'use client'

import { PanelsOf } from './PanelsOf'

/** What is traced: what is picked, or all of it; then the layers and symbols. */
export const TraceCard = () => <PanelsOf slot="trace" />
