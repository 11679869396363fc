import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { benchBuilding } from './building'
import { benchComparing } from './comparing'
import { benchDrawing } from './drawing'
import { benchFrames } from './frames'
import { benchLargeScans } from './large-scan'
import { benchLargeSet } from './large-set'
import { benchPart } from './part'
import { benchProposals } from './proposals'
import { benchReading } from './reading'
import { benchReadingPlans } from './reading-plans'
import { benchStates } from './states'
import { benchStudio } from './studio'
import { benchTelling } from './telling'
import { benchTogether } from './together'
import { benchWalls } from './walls'

/** What is measured, by the name under which it can be run alone: `npm run bench -- reading`. */
const BENCHES: Readonly<Record<string, (folder: string, address: string) => Promise<void>>> = {
  building: () => benchBuilding(),
  proposals: () => benchProposals(),
  walls: () => benchWalls(),
  'reading-plans': () => benchReadingPlans(),
  comparing: () => benchComparing(),
  states: async () => benchStates(),
  reading: (folder) => benchReading(folder),
  studio: (_, address) => benchStudio(address),
  drawing: (_, address) => benchDrawing(address),
  part: () => benchPart(),
  together: (_, address) => benchTogether(address),
  telling: () => benchTelling(),
  frames: (_, address) => benchFrames(address),
  'large-set': benchLargeSet,
  'large-scan': benchLargeScans,
}

const wanted = process.argv.slice(2)
const folder = mkdtempSync(join(tmpdir(), 'calque-bench-'))
try {
  for (const [name, bench] of Object.entries(BENCHES)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue
    console.log(`\n${name}`)
    await bench(folder, process.env.CALQUE_ADDRESS!)
  }
} finally {
  rmSync(folder, { recursive: true, force: true })
}
