import { goTo } from '@/studio/board/workbench'
import { FEATURE_COMMANDS } from '@/studio/features/registry'
import type { Command } from '@/studio/kernel/command'
import type { Now } from '@/studio/kernel/now'
import { STEP_NEEDS, STEP_WORDS, STEPS } from '@/studio/kernel/step'
import { closeCard, openCard, useBench } from '@/studio/state/bench'
import { ask } from '@/studio/state/dialogs'
import { foldIndex, wantLight } from '@/studio/state/layout'
import { whereNow } from '@/studio/state/now'
import { showAll } from '@/studio/state/show'
import { useView, zoomAbout } from '@/studio/state/view'
import { cardNow } from './card-now'
import { findDialog, keysDialog } from './dialog-tokens'

const ZOOM = 1.25

function zoomBy(factor: number): void {
  const { width, height } = useView.getState()
  zoomAbout({ x: width / 2, y: height / 2 }, factor)
}

function foldCard(): void {
  if (cardNow(whereNow(), useBench.getState())?.open) closeCard()
  else openCard()
}

/** Everything that can be done at any time. */
export const COMMANDS: readonly Command[] = [
  ...STEPS.map(
    (step, i): Command => ({
      name: `step-${step}`,
      word: STEP_WORDS[step],
      keys: [String(i + 1)],
      does: `go to ${STEP_WORDS[step]}`,
      when: ({ may }) => may.has(STEP_NEEDS[step]),
      run: () => goTo(step),
    }),
  ),
  { name: 'nearer', word: 'Nearer', keys: ['+', '='], shown: '+', does: 'come nearer', run: () => zoomBy(ZOOM) },
  { name: 'further', word: 'Further', keys: ['-'], shown: '−', does: 'go further away', run: () => zoomBy(1 / ZOOM) },
  { name: 'show-all', word: 'Show everything', keys: ['Home'], onGround: true, does: 'show everything', run: showAll },
  ...FEATURE_COMMANDS,
  {
    name: 'find',
    word: 'Find',
    onGround: true,
    keys: ['Ctrl+k'],
    does: 'find a tool, a sheet, a room or a word',
    run: () => void ask(findDialog, undefined),
  },
  {
    name: 'dark-room',
    word: 'Dark room',
    also: ['dark mode', 'night', 'black'],
    keys: [],
    does: 'light print on dark ground',
    run: () => wantLight('night'),
  },
  {
    name: 'daylight',
    word: 'Daylight',
    also: ['light mode', 'day', 'white'],
    keys: [],
    does: 'dark print on light ground',
    run: () => wantLight('day'),
  },
  {
    name: 'light-of-system',
    word: 'Light of the system',
    also: ['dark mode', 'light mode', 'automatic'],
    keys: [],
    does: 'dark or light, as the system has it',
    run: () => wantLight(null),
  },
  {
    name: 'fold-index',
    word: 'Fold or open the index',
    keys: ['['],
    does: 'fold or open the index',
    run: foldIndex,
  },
  {
    name: 'fold-card',
    word: 'Fold or open the card',
    keys: [']'],
    does: 'fold or open the card',
    run: foldCard,
  },
  { name: 'keys', word: 'All keys', keys: ['?'], does: 'this page', run: () => void ask(keysDialog, undefined) },
]

/** The commands that can be done where somebody is. */
export const commandsNow = (now: Now): Command[] => COMMANDS.filter(({ when }) => !when || when(now))

/** How the keys of a command are written for people. */
export const shownKeys = ({ shown, keys }: Command): string =>
  shown ??
  keys
    .map((key) => key.split('+').map(upper).join(' '))
    .slice(0, 1)
    .join('')

const upper = (key: string): string => (key.length === 1 ? key.toUpperCase() : key)
