import type { Space } from './schema'

/** What a room goes by: its number and its name, as far as it has them. */
export const calledOf = ({ number, name }: Pick<Space, 'number' | 'name'>): string =>
  [number, name].filter(Boolean).join(' ')
