import { defineDialog } from '@/studio/kernel/dialog'

/** The page of all keys. */
export const keysDialog = defineDialog('keys')

/** The search for tools and commands. */
export const findDialog = defineDialog('find')
