import { create } from 'zustand'
import { createJSONStorage, persist } from 'zustand/middleware'

/** Who writes remarks in this browser, as they call themselves; empty where they did not say. */
export const useAuthor = create<{ readonly name: string }>()(
  persist(() => ({ name: '' }), { name: 'calque-author', storage: createJSONStorage(() => localStorage) }),
)

export const callAuthor = (name: string): void => void useAuthor.setState({ name: name.trim().slice(0, 100) })
