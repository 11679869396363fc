import type { LinkRight, Role, TokenScope } from '@/core/people/rights'

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  viewer: 'Viewer',
  reviewer: 'Reviewer',
  editor: 'Editor',
  owner: 'Owner',
}

/** What each role is for, in a few words. */
export const ROLE_HINTS: Readonly<Record<Role, string>> = {
  viewer: 'looks and measures',
  reviewer: 'remarks and exports as well',
  editor: 'traces and changes as well',
  owner: 'says who may do what',
}

export const LINK_RIGHT_WORDS: Readonly<Record<LinkRight, string>> = {
  measure: 'Measure',
  remark: 'Write remarks',
  'hand-over': 'Export files',
}

export const SCOPE_WORDS: Readonly<Record<TokenScope, string>> = {
  read: 'Read',
  write: 'Read and write',
  measurements: 'Send lengths only',
}
