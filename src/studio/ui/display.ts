'use client'

import { createContext, useContext } from 'react'
import { type LengthDisplay, USUAL_DISPLAY } from '@/core/units/format'

/** How lengths of the job are written, for everything that shows some. */
export const DisplayContext = createContext<LengthDisplay>(USUAL_DISPLAY.mm)

export const useDisplay = (): LengthDisplay => useContext(DisplayContext)
