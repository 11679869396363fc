import type { Feature } from '@/studio/kernel/feature'
import { hasOwnCard } from '@/studio/tooling/picked'
import { lazily } from '@/studio/ui/lazily'
import { followEditing } from './editing'
import { symbolOptions } from './options'
import { symbol } from './tools/symbol'
import { symbolBase } from './tools/symbol-base'

const SymbolList = lazily(() => import('./SymbolList').then((module) => module.SymbolList))
const SymbolMaker = lazily(() => import('./SymbolMaker').then((module) => module.SymbolMaker))

/** Drawings that are placed again and again. */
export const symbols: Feature = {
  name: 'symbols',
  tools: [symbol, symbolBase],
  options: [symbolOptions],
  follows: [followEditing],
  panels: [
    {
      slot: 'trace',
      order: 45,
      when: ({ shapes, part }) => shapes.length > 0 && (part !== null || !hasOwnCard(shapes)),
      Content: SymbolMaker,
    },
    { slot: 'trace', order: 80, Content: SymbolList },
  ],
}
