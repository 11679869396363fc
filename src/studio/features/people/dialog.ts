import { defineDialog } from '@/studio/kernel/dialog'

/** Who works on the project, who looks at it by a link. */
export const shareDialog = defineDialog<undefined>('share')
