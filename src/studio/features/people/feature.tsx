import type { Feature } from '@/studio/kernel/feature'
import { dialogPanel } from '@/studio/kernel/panel'
import { ask } from '@/studio/state/dialogs'
import { useProject } from '@/studio/state/project'
import { lazily } from '@/studio/ui/lazily'
import { shareDialog } from './dialog'
import { othersOverlay } from './others-overlay'

// Of no use where nobody signs in: the board does not wait for them.
export const AccountMenu = lazily(() => import('./AccountMenu').then((module) => module.AccountMenu))
const ShareButton = lazily(() => import('./ShareButton').then((module) => module.ShareButton))
const WhoIsHere = lazily(() => import('./WhoIsHere').then((module) => module.WhoIsHere))
const RightsBanner = lazily(() => import('./RightsBanner').then((module) => module.RightsBanner))
const ShareDialog = lazily(() => import('./ShareDialog').then((module) => module.ShareDialog))

const isSigned = (): boolean => useProject.getState().you.id !== 'local'

/** Follows who is here from the moment on that somebody is signed in. */
function followWhenSigned(): () => void {
  let stop: (() => void) | null = null
  let ended = false
  let begun = false
  const begin = () => {
    if (begun || !isSigned()) return
    begun = true
    void import('./tell-presence').then(({ followPresence }) => {
      if (!ended) stop = followPresence()
    })
  }
  const unsubscribe = useProject.subscribe(begin)
  begin()
  return () => {
    ended = true
    unsubscribe()
    stop?.()
  }
}

/** Whoever else is in the project, and what they may do there. */
export const people: Feature = {
  name: 'people',
  panels: [
    { slot: 'top', order: 80, when: isSigned, Content: WhoIsHere },
    { slot: 'top', order: 90, when: isSigned, Content: ShareButton },
    { slot: 'top', order: 95, when: isSigned, Content: AccountMenu },
    { slot: 'over-board', order: 90, when: ({ may }) => !may.has('edit'), Content: RightsBanner },
  ],
  dialogs: [dialogPanel(shareDialog, ShareDialog)],
  overlays: [othersOverlay],
  follows: [followWhenSigned],
  commands: [
    {
      name: 'share',
      word: 'Share',
      also: ['invite', 'people', 'link', 'permissions', 'members', 'token'],
      keys: [],
      does: 'say who may do what in this project',
      when: () => useProject.getState().you.id.startsWith('person:'),
      run: () => void ask(shareDialog, undefined),
    },
  ],
}
