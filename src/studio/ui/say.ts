'use client'

import { createContext, useContext } from 'react'

/** Says a sentence to the person: fields say why they went back. */
export const SayContext = createContext<(sentence: string) => void>(() => undefined)

export const useSay = (): ((sentence: string) => void) => useContext(SayContext)
