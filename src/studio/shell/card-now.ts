import type { ComponentType } from 'react'
import { CARDS } from '@/studio/features/registry'
import type { Now } from '@/studio/kernel/now'
import { STEP_WORDS } from '@/studio/kernel/step'
import type { Hand } from '@/studio/kernel/workbench'
import { ALL_PANELS } from './panels'
import { panelsOf } from './panels-of'

/** The card that stands at present. */
export interface CardNow {
  readonly title: string
  /** Whether it is open: as the person wants it, else of itself where the step or what is picked needs it. */
  readonly open: boolean
  readonly Content: ComponentType
}

/** What the card tells of, and whether it is open; null where there is nothing to tell. */
export function cardNow(now: Now, { sideCard, cardOpen }: Pick<Hand, 'sideCard' | 'cardOpen'>): CardNow | null {
  const side = sideCard && CARDS.find(({ token }) => token === sideCard)
  if (side) return { title: side.token.title, open: cardOpen ?? true, Content: side.Content }
  const [own] = panelsOf(ALL_PANELS, 'card', now)
  if (!own) return null
  const needed =
    own.opensCard === true ||
    (now.step === 'trace' && panelsOf(ALL_PANELS, 'trace', now).some(({ opensCard }) => opensCard))
  return { title: STEP_WORDS[now.step], open: cardOpen ?? needed, Content: own.Content }
}
