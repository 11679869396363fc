import type { Feature } from '@/studio/kernel/feature'
import { hasOwnCard } from '@/studio/tooling/picked'
import { symbolOptions } from './options'
import { SymbolList } from './SymbolList'
import { SymbolMaker } from './SymbolMaker'
import { symbol } from './tools/symbol'
import { symbolBase } from './tools/symbol-base'

/** Drawings that are placed again and again. */
export const symbols: Feature = {
  name: 'symbols',
  tools: [symbol, symbolBase],
  options: [symbolOptions],
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
