import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'
import { useProject } from './project'

/** Who writes remarks in this browser, as they call themselves; empty where they did not say. */
export const useAuthor = create<{ readonly name: string }>()(
  persist(() => ({ name: '' }), { name: 'calque-author', storage: createJSONStorage(() => localStorage) }),
)

/** The name under which somebody writes: theirs where they signed in, else what they call themselves. */
export const authorName = (): string => useProject.getState().you.name || useAuthor.getState().name

export const callAuthor = (name: string): void => void useAuthor.setState({ name: name.trim().slice(0, 100) })
