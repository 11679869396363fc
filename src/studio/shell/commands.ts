import { goTo } from '@/studio/board/workbench'
import { FEATURE_COMMANDS } from '@/studio/features/registry'
import type { Command } from '@/studio/kernel/command'
import { STEP_WORDS, STEPS } from '@/studio/kernel/step'
import { ask } from '@/studio/state/dialogs'
import { showAll } from '@/studio/state/show'
import { useView, zoomAbout } from '@/studio/state/view'
import { keysDialog, searchDialog } from './dialogs'

const ZOOM = 1.25

function zoomBy(factor: number): void {
  const { width, height } = useView.getState()
  zoomAbout({ x: width / 2, y: height / 2 }, factor)
}

/** Everything that can be done at any time. */
export const COMMANDS: readonly Command[] = [
  ...STEPS.map(
    (step, i): Command => ({
      name: `step-${step}`,
      word: STEP_WORDS[step],
      keys: [String(i + 1)],
      does: `go to ${STEP_WORDS[step]}, while nothing can be typed`,
      run: () => goTo(step),
    }),
  ),
  { name: 'nearer', word: 'Nearer', keys: ['+', '='], shown: '+', does: 'come nearer', run: () => zoomBy(ZOOM) },
  { name: 'further', word: 'Further', keys: ['-'], shown: '−', does: 'go further away', run: () => zoomBy(1 / ZOOM) },
  { name: 'show-all', word: 'Show everything', keys: ['Home'], does: 'show everything', run: showAll },
  ...FEATURE_COMMANDS,
  {
    name: 'search',
    word: 'Search',
    keys: ['Ctrl+k'],
    does: 'search for a tool or a command',
    run: () => void ask(searchDialog, undefined),
  },
  { name: 'keys', word: 'All keys', keys: ['?'], does: 'this page', run: () => void ask(keysDialog, undefined) },
]

/** How the keys of a command are written for people. */
export const shownKeys = ({ shown, keys }: Command): string =>
  shown ??
  keys
    .map((key) => key.split('+').map(upper).join(' '))
    .slice(0, 1)
    .join('')

const upper = (key: string): string => (key.length === 1 ? key.toUpperCase() : key)
